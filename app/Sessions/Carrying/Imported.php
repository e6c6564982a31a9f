<?php

declare(strict_types=1);

namespace App\Sessions\Carrying;

use App\Models\SessionStage;

/** What an import has made. */
final readonly class Imported
{
    /** @param list<array{path: string, candidates: list<string>}> $unmatched documents for which nothing certain was found, and what they may be */
    public function __construct(public SessionStage $stage, public array $unmatched) {}
}
