<?php

declare(strict_types=1);

namespace App\Workspace\Index;

/** Files hold now what the drafts of their documents hold. Told when that is committed. */
final readonly class DraftsCaughtUp
{
    /** @param list<string> $documentIds */
    public function __construct(public array $documentIds) {}
}
