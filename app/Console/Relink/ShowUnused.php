<?php

declare(strict_types=1);

namespace App\Console\Relink;

use App\Console\HafenbuchCommand;
use App\Console\Shapes;
use App\Relink\UnusedFiles;

final class ShowUnused extends HafenbuchCommand
{
    protected $signature = 'unused {name} {--from=* : A document, or a folder, from which it is counted what is used} {more?* : More of them}';

    protected $description = 'Show the files that nothing refers to, counted from the documents that are named';

    public function handle(UnusedFiles $unused): int
    {
        $starts = array_values(array_map(strval(...), [...(array) $this->option('from'), ...(array) $this->argument('more')]));
        $rows = $unused->from($this->workspace(), $starts);

        return $this->answerList(array_map(fn (object $row): string => $this->option('json') ? json_encode(['path' => $row->path, 'bytes' => (int) $row->size], Shapes::JSON) : sprintf('%12d  %s', $row->size, $row->path), $rows));
    }
}
