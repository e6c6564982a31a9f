<?php

declare(strict_types=1);

namespace App\Console;

use App\Workspace\Index\Scanner;
use Illuminate\Support\Str;

final class ScanFiles extends HafenbuchCommand
{
    protected $signature = 'scan {name}';

    protected $description = 'Index a workspace’s files, only what has changed';

    public function handle(Scanner $scanner): int
    {
        $scan = $scanner->run($this->workspace());
        $words = [Str::plural('file', $scan->files, true), "{$scan->changed} changed", Str::plural('reference', $scan->references, true), Str::plural('stray', $scan->strays, true), "{$scan->seconds} s"];
        $partlyRead = $scan->partly_read > 0 ? Str::plural('document', $scan->partly_read, true).' could not be read whole, and may refer to more than is known: see `partly-read`.' : '';

        return $this->answer(
            ['files' => $scan->files, 'changed' => $scan->changed, 'references' => $scan->references, 'strays' => $scan->strays, 'seconds' => $scan->seconds],
            array_filter([implode(', ', $words), $partlyRead, $scan->message ?? '']),
        );
    }
}
