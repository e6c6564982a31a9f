<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Session;

/** How a person wants a session opened. */
final readonly class Wish
{
    /**
     * @param  ?array<int, true>  $only  keys of the documents that are wanted; null: all
     * @param  array<int, Take>  $takes  by key: what is taken where there is a choice
     * @param  bool  $withDecisions  whether what was decided and not carried out comes too
     */
    public function __construct(public Way $way, public ?array $only = null, public array $takes = [], public bool $withDecisions = true) {}

    public function wants(KeptDocument $kept): bool
    {
        return $this->only === null || isset($this->only[$kept->key]);
    }
}
