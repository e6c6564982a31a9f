<?php

declare(strict_types=1);

namespace App\Pictures\Drawing;

/** A small picture. */
final readonly class Drawn
{
    public const PNG = 'png';

    public const JPEG = 'jpg';

    public const SVG = 'svg';

    /** Media types by kind. */
    public const TYPES = [self::PNG => 'image/png', self::JPEG => 'image/jpeg', self::SVG => 'image/svg+xml'];

    public function __construct(public string $kind, public string $bytes) {}
}
