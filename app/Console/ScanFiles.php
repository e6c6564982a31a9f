<?php

declare(strict_types=1);

namespace App\Console;

use App\Index\Scanner;

final class ScanFiles extends HafenbuchCommand
{
    protected $signature = 'scan {name}';

    protected $description = 'Index a workspace’s files, only what has changed';

    public function handle(Scanner $scanner): int
    {
        $scan = $scanner->run($this->workspace());

        return $this->answer(
            ['files' => $scan->files, 'changed' => $scan->changed, 'references' => $scan->references, 'strays' => $scan->strays, 'seconds' => $scan->seconds],
            array_filter(["{$scan->files} files, {$scan->changed} changed, {$scan->references} references, {$scan->strays} strays, {$scan->seconds} s", $scan->message ?? '']),
        );
    }
}
