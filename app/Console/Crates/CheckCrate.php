<?php

declare(strict_types=1);

namespace App\Console\Crates;

use App\Console\CommandLine;
use App\Console\HafenbuchCommand;
use App\Crates\CrateChecking;
use Hafenbuch\Core\Crate\Bag\BagFault;

final class CheckCrate extends HafenbuchCommand
{
    protected $signature = 'crate:check {file : A crate or any other bag, as ZIP file or folder}';

    protected $description = 'Check that a crate, or any other bag, is whole and says the truth';

    public function handle(): int
    {
        [$faults] = CrateChecking::check(CrateChecking::open((string) $this->argument('file')));
        $this->answer(
            ['valid' => $faults === [], 'faults' => array_map(static fn (BagFault $fault): array => ['entry' => $fault->entry, 'why' => $fault->why], $faults)],
            $faults === [] ? ['It is whole.'] : array_map(static fn (BagFault $fault): string => ($fault->entry === '' ? '' : "{$fault->entry}: ").$fault->why, $faults),
        );

        return $faults === [] ? CommandLine::DONE : CommandLine::REFUSED;
    }
}
