<?php

declare(strict_types=1);

namespace App\Workspace\Index;

/** One document and its state. */
final readonly class StateRow
{
    /** @param FourAxes $state one for all that are the same */
    public function __construct(public string $path, public ?string $title, public string $format, public FourAxes $state) {}
}
