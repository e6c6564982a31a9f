<?php

declare(strict_types=1);

namespace App\Console\Sessions;

use App\Models\SessionItem;
use App\Sessions\SessionList;
use App\Sessions\StageReader;
use Hafenbuch\Core\Session\OpeningPlanner;

final class ShowSession extends SessionCommand
{
    protected $signature = 'session:show {session} {--stage= : A former one, by its number}';

    protected $description = 'Show what a session holds, against what is there now';

    public function handle(SessionList $sessions, StageReader $reader): int
    {
        $person = $this->whose();
        $items = $reader->items($this->stage($sessions, $person), $person);
        $states = OpeningPlanner::states($reader->kept($items), $reader->workspaces($items, $person));
        $rows = array_map(static fn (SessionItem $item): array => [
            'workspace' => $item->workspace_name, 'path' => $item->path, 'title' => $item->title, 'savedHash' => $item->saved_hash, 'draftHash' => $item->draft_hash, 'now' => $states[$item->id]['now']->value,
        ], $items);

        return $this->answer($rows, array_map(static fn (array $row): string => sprintf('%-18s %s: %s%s', $row['now'], $row['workspace'], $row['path'], $row['draftHash'] === null ? '' : ' (with a draft)'), $rows));
    }
}
