<?php

declare(strict_types=1);

namespace App\Console;

use App\Backup\BackupFolder;
use App\Backup\BackupSet;
use App\Backup\RestoreBackup;
use App\Support\Refused;

final class Restore extends HafenbuchCommand
{
    protected $signature = 'restore {dir : The folder of backups} {backup? : Which; else the latest}';

    protected $description = 'Put a backup into an empty installation';

    public function handle(RestoreBackup $restore): int
    {
        $folder = BackupFolder::at((string) $this->argument('dir'));
        $set = BackupSet::read($folder, (string) ($this->argument('backup') ?? $folder->latest()));
        ['findings' => $findings, 'folders' => $folders] = $restore->from($folder, $set);
        $missing = count($findings->missing) + count($findings->damaged);
        $code = $this->answer(
            ['backup' => $set->name, 'at' => $set->manifest['at'], 'contents' => $set->manifest['list']['contents'], 'missing' => $missing, 'foldersMissing' => $folders, 'counts' => $set->manifest['counts']],
            [
                "{$set->name} is restored, as of {$set->manifest['at']}: {$set->manifest['list']['contents']} contents.",
                ...array_map(static fn (string $root): string => "The folder {$root} of a workspace is not there. Bring it back, then run: bin/hafenbuch scan NAME", $folders),
                ...$folders === [] ? ['Now let it look at the files: bin/hafenbuch scan NAME'] : [],
            ],
        );
        if ($missing > 0) {
            throw Refused::because("{$missing} contents were not in the backup, since they were damaged when it was made. What they are says: bin/hafenbuch check");
        }

        return $code;
    }
}
