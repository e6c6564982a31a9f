<?php

declare(strict_types=1);

namespace App\Backup;

use App\Models\Workspace;
use App\Past\Store\Findings;
use App\Past\Store\Inventory;
use App\Support\Refused;
use App\Workspace\Files\DiskContentStore;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Database\Migrations\Migrator;
use Illuminate\Filesystem\Filesystem;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Puts a backup into an empty installation: first everything is proven, then contents, then the database, then what has changed in it since. */
final readonly class RestoreBackup
{
    /** Where any of these has a row, an installation is not empty. */
    private const PEOPLES = ['users', 'workspaces', 'documents', 'operations'];

    public function __construct(private DiskContentStore $contents, private Inventory $inventory, private Kernel $artisan, private Migrator $migrator, private Filesystem $files) {}

    /**
     * @return array{findings: Findings, folders: list<string>} folders of workspaces that are not there
     *
     * @throws Refused
     */
    public function from(BackupFolder $folder, BackupSet $set): array
    {
        // One that was cut short is begun anew.
        $this->isCutShort() || $this->refuseFull();
        $unknown = array_diff($set->manifest['migrations'], array_keys($this->migrator->getMigrationFiles(database_path('migrations'))));
        if ($unknown !== []) {
            throw Refused::because("The backup {$set->name} was made by version {$set->manifest['version']}, which is newer than this one. Restore it with that version.");
        }
        $faults = CheckBackup::faults($folder, $set);
        if ($faults !== []) {
            throw Refused::because("The backup {$set->name} is not whole; nothing was restored.\n".implode("\n", $faults));
        }
        foreach ($folder->contentsOf($set) as $hash => $size) {
            $this->putBack($folder->content((string) $hash), (string) $hash);
        }
        $this->files->put(self::mark(), $set->name);
        Schema::dropAllTables();
        DatabaseDump::load($folder->database($set->name));
        // What is derived of documents belongs to a database that is no more.
        foreach (['graphs', 'catalogues', 'vocabularies'] as $derived) {
            $this->files->deleteDirectory(storage_path($derived));
        }
        if ($this->artisan->call('migrate', ['--force' => true]) !== 0) {
            throw Refused::because('The tables could not be brought up to date: '.$this->artisan->output());
        }

        $this->files->delete(self::mark());

        return [
            'findings' => $this->inventory->check(),
            'folders' => array_values(Workspace::query()->pluck('root')->filter(static fn (string $root): bool => ! is_dir($root))->all()),
        ];
    }

    /** Whether the database holds only a part of what is to be in it; nothing may be done with it but to restore it again. */
    public static function isCutShort(): bool
    {
        return is_file(self::mark());
    }

    private static function mark(): string
    {
        return storage_path('restoring');
    }

    private function refuseFull(): void
    {
        foreach (self::PEOPLES as $table) {
            if (Schema::hasTable($table) && DB::table($table)->exists()) {
                throw Refused::because('There is something in this installation already, which would be lost. Restore into an empty one: bin/serve --new FOLDER URL');
            }
        }
    }

    private function putBack(string $file, string $hash): void
    {
        if ($this->contents->has($hash)) {
            return;
        }
        $stream = @fopen($file, 'rb') ?: throw Refused::because("The content {$file} cannot be read.");
        try {
            if ($this->contents->put($stream) !== $hash) {
                throw Refused::because("The content {$file} has changed since it was looked at.");
            }
        } finally {
            fclose($stream);
        }
    }
}
