<?php

declare(strict_types=1);

namespace App\Console;

use App\Workspace\Files\DiskContentStore;
use App\Workspace\Index\PartlyReadDocuments;

final class ShowPartlyRead extends HafenbuchCommand
{
    protected $signature = 'partly-read {name}';

    protected $description = 'Show the documents that could not be read whole, and may refer to more than is known';

    public function handle(DiskContentStore $contents): int
    {
        $rows = (new PartlyReadDocuments($this->workspace(), $contents))->list(PHP_INT_MAX);

        return $this->answer(
            array_map(static fn (object $row): array => ['path' => $row->path, 'note' => $row->note], $rows),
            array_map(static fn (object $row): string => "{$row->path}  {$row->note}", $rows),
        );
    }
}
