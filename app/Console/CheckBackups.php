<?php

declare(strict_types=1);

namespace App\Console;

use App\Backup\BackupFolder;
use App\Backup\BackupSet;
use App\Backup\CheckBackup;
use App\Support\Refused;

final class CheckBackups extends HafenbuchCommand
{
    protected $signature = 'backup:check {dir : The folder of backups} {backup? : Which; else the latest}';

    protected $description = 'Prove a backup from its own bytes';

    public function handle(): int
    {
        $folder = BackupFolder::at((string) $this->argument('dir'));
        $set = BackupSet::read($folder, (string) ($this->argument('backup') ?? $folder->latest()));
        $faults = CheckBackup::faults($folder, $set);
        if ($faults !== []) {
            throw Refused::because("The backup {$set->name} is not whole.\n".implode("\n", $faults)."\nA content that is damaged there is copied anew by the next backup once it is taken away, as long as the store has it.");
        }

        return $this->answer(
            ['backup' => $set->name, 'at' => $set->manifest['at'], 'version' => $set->manifest['version'], 'contents' => $set->manifest['list']['contents'], 'counts' => $set->manifest['counts']],
            ["{$set->name} is whole: {$set->manifest['list']['contents']} contents, made at {$set->manifest['at']} by version {$set->manifest['version']}."],
        );
    }
}
