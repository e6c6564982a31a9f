<?php

declare(strict_types=1);

namespace App\Console\Crates;

use App\Console\HafenbuchCommand;

final class TakeCrateIn extends HafenbuchCommand
{
    protected $signature = 'crate:take-in {name} {file : A crate, any other bag, or a plain ZIP file or folder} {--into= : The new folder that takes it in} {--back : Back to where it came from} {--edited : It was worked on without being packed again} {--plan : Show what would come, and do nothing}';

    protected $description = 'Take in a crate, or take one back with every change shown';

    public function handle(): int
    {
        return 1;
    }
}
