<?php

declare(strict_types=1);

namespace App\Pictures\Drawing;

/** A small picture. */
final readonly class Drawn
{
    public const PNG = 'png';

    public const SVG = 'svg';

    public function __construct(public string $kind, public string $bytes) {}
}
