<?php

declare(strict_types=1);

namespace Hafenbuch\Core\TakeIn;

use Hafenbuch\Core\Plan\Arrival;

/** One file from elsewhere, and what becomes of it. */
final readonly class TakeInRow
{
    /**
     * @param  ?string  $to  the path of the workspace where references to it will end; null: it stays where it is
     * @param  bool  $isThere  whether that file is there already, or comes in for another one with the same bytes
     */
    public function __construct(public SourceFile $source, public ?string $to, public bool $isThere) {}

    public function arrival(): ?Arrival
    {
        return $this->to === null || $this->isThere ? null : new Arrival($this->source->path, $this->to, $this->source->hash, $this->source->stat, $this->source->ends, $this->source->isReadWhole);
    }
}
