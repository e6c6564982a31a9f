<?php

declare(strict_types=1);

namespace App\Console;

use App\Workspace\Index\ReferenceList;
use App\Workspace\Index\ReferenceRow;

final class ShowReferences extends HafenbuchCommand
{
    protected $signature = 'references {name} {path} {--to : The references that point at it, instead of its own}';

    protected $description = 'Show what a document refers to, or what refers to it';

    public function handle(ReferenceList $list): int
    {
        $workspace = $this->workspace();
        $path = (string) $this->argument('path');
        $rows = $this->option('to')
            ? $list->to($workspace, \Hafenbuch\Core\Path\Path::of($path)->value)
            : $list->of($this->document($workspace, $path));

        return $this->answer(
            array_map(static fn (ReferenceRow $row): array => [
                'path' => $row->path, 'kind' => $row->kind, 'offset' => $row->offset, 'length' => $row->length,
                'raw' => $row->raw, 'target' => $row->target, 'state' => $row->state,
            ], $rows),
            array_map(static fn (ReferenceRow $row): string => sprintf('%-9s %-12s %s @%d → %s', $row->state, $row->kind, $row->path, $row->offset, $row->target ?? $row->raw), $rows),
        );
    }
}
