<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Session;

/** What a kept document is in the workspace now. */
final readonly class Found
{
    /**
     * @param  ?DocumentNow  $document  null: nothing is certain to be it
     * @param  list<DocumentNow>  $candidates  what it may be, where nothing is certain
     */
    public function __construct(public ?DocumentNow $document, public ?FoundBy $by = null, public array $candidates = []) {}
}
