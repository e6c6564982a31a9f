<?php

declare(strict_types=1);

namespace App\Console\Sessions;

use App\Models\KeptSession;
use App\Models\SessionStage;
use App\Sessions\SessionList;

final class ListSessions extends SessionCommand
{
    protected $signature = 'session:list';

    protected $description = 'List the sessions of a person, and those that are shared with them';

    public function handle(SessionList $sessions): int
    {
        $person = $this->whose();
        $rows = $sessions->of($person)->filter(static fn (KeptSession $session): bool => $session->stages->isNotEmpty())->map(static function (KeptSession $session) use ($person): array {
            /** @var SessionStage $stage */
            $stage = $session->stages->first();

            return [
                'session' => $session->name, 'stage' => $stage->number, 'at' => $stage->at->toIso8601ZuluString('millisecond'), 'everything' => $stage->has_everything,
                'documents' => $stage->documents, 'drafts' => $stage->drafts, 'bytes' => $stage->bytes, 'shared' => ! $session->isOf($person) || $session->sharedWith->isNotEmpty(),
            ];
        })->values()->all();

        return $this->answer($rows, array_map(static fn (array $row): string => sprintf('%-40s stage %d  %s  %s, %d documents, %d drafts%s', $row['session'], $row['stage'], $row['at'], $row['everything'] ? 'everything' : 'the list', $row['documents'], $row['drafts'], $row['shared'] ? ', shared' : ''), $rows));
    }
}
