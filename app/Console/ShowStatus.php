<?php

declare(strict_types=1);

namespace App\Console;

use App\Workspace\Index\AllStates;
use App\Workspace\Index\FourAxes;
use App\Workspace\Index\StateRow;

final class ShowStatus extends HafenbuchCommand
{
    protected $signature = 'status {name} {--all : All documents, also those that are as saved, settled, there and writable}';

    /** No path has it, and it comes before all that a path may have. */
    private const BEHIND_PATH = "\0";

    protected $description = 'Show the documents that need attention, on all four axes';

    public function handle(AllStates $states): int
    {
        [$isJson, $showsAll] = [(bool) $this->option('json'), (bool) $this->option('all')];
        $rows = [];
        /** @var array<int, ?string> $words of each state; null: it is not shown */
        $words = [];
        $kept = [];
        foreach ($states->of($this->workspace(), $isJson) as $row) {
            $number = spl_object_id($row->state);
            if (! array_key_exists($number, $words)) {
                // Kept, so that no other one gets its number.
                $kept[] = $row->state;
                $words[$number] = ! $showsAll && $row->state->areAtRest() ? null : self::worded($row->state);
            }
            if ($words[$number] !== null) {
                // One text for each, since there are so many.
                $rows[] = $row->path.self::BEHIND_PATH.($isJson ? self::json($row) : $number);
            }
        }
        sort($rows, SORT_STRING);

        return $this->answerList((static function () use ($rows, $words, $isJson): \Generator {
            foreach ($rows as $row) {
                [$path, $said] = explode(self::BEHIND_PATH, $row, 2);
                yield $isJson ? $said : $words[(int) $said].$path;
            }
        })());
    }

    private static function json(StateRow $row): string
    {
        $state = $row->state;

        return json_encode([
            'path' => $row->path, 'title' => $row->title, 'format' => $row->format, 'content' => $state->content, 'below' => $state->below, 'file' => $state->file, 'access' => $state->access,
        ], Shapes::JSON);
    }

    private static function worded(FourAxes $state): string
    {
        return sprintf('%-9s %-9s %-15s %-9s  ', $state->content, $state->below, $state->file ?? 'no file yet', $state->access);
    }
}
