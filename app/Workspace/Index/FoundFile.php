<?php

declare(strict_types=1);

namespace App\Workspace\Index;

use App\Workspace\Files\FileStat;
use App\Workspace\Reading\FileReport;

/** What a look at a file told, with the stat that the file had before that look. */
final readonly class FoundFile
{
    public function __construct(public FileReport $report, public FileStat $stat) {}
}
