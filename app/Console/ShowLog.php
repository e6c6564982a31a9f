<?php

declare(strict_types=1);

namespace App\Console;

use App\Models\Operation;

final class ShowLog extends HafenbuchCommand
{
    protected $signature = 'log {name}';

    protected $description = 'Show the logbook, newest first';

    public function handle(): int
    {
        $entries = array_map(
            Shapes::entry(...),
            Operation::query()->with('lines', 'person')->where('workspace_id', $this->workspace()->id)->orderByDesc('number')->get()->all(),
        );

        return $this->answer($entries, array_map(static fn (array $entry): string => sprintf(
            '%4d  %s  %-6s %-12s %2d files  %s  %s',
            $entry['entry'], $entry['at'], $entry['kind'], $entry['state'], count($entry['lines']), $entry['person'] ?? '', $entry['note'] ?? '',
        ), $entries));
    }
}
