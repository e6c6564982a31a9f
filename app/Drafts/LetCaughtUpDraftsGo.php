<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Workspace\Index\DraftsCaughtUp;

/** A draft that is what the file holds is none (promise 8). */
final readonly class LetCaughtUpDraftsGo
{
    public function __construct(private DraftDesk $drafts) {}

    public function handle(DraftsCaughtUp $event): void
    {
        array_map($this->drafts->dropWhereSaved(...), $event->documentIds);
    }
}
