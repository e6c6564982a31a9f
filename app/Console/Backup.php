<?php

declare(strict_types=1);

namespace App\Console;

use App\Backup\BackupFolder;
use App\Backup\TakeBackup;
use App\Backup\ThinBackups;
use App\Support\Refused;

final class Backup extends HafenbuchCommand
{
    protected $signature = 'backup {dir : The folder of backups} {--keep= : Keep so many, and let older ones go}';

    protected $description = 'Copy database and content store, as of one moment, while people work';

    public function handle(TakeBackup $backup, ThinBackups $thin): int
    {
        $keep = $this->option('keep');
        if ($keep !== null && preg_match('~^[1-9]\d{0,5}$~D', (string) $keep) !== 1) {
            throw Refused::because('--keep takes a number, 1 or more.');
        }
        $since = microtime(true);
        $folder = BackupFolder::made((string) $this->argument('dir'));
        $set = $backup->into($folder);
        $freed = $keep === null ? null : $thin->keep($folder, (int) $keep);
        ['contents' => $contents, 'bytes' => $bytes] = $set->manifest['list'];
        $damaged = $set->manifest['damaged'];
        $code = $this->answer([
            'backup' => $set->name, 'contents' => $contents, 'bytes' => $bytes, 'databaseBytes' => $set->manifest['database']['bytes'], 'damaged' => $damaged, 'seconds' => round(microtime(true) - $since, 3), 'freed' => $freed,
        ], [
            "{$set->name}: {$contents} contents, {$bytes} bytes, and the database, {$set->manifest['database']['bytes']} bytes.",
            ...$freed === null ? [] : ["Let {$freed['sets']} older backups go, with {$freed['contents']} contents, {$freed['bytes']} bytes."],
        ]);
        if ($damaged !== []) {
            throw Refused::because(count($damaged).' contents of the store are damaged and are not in the backup, which is whole but for them. What they are says: bin/hafenbuch check');
        }

        return $code;
    }
}
