<?php

declare(strict_types=1);

namespace App\Backup;

use App\Support\Refused;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\DiskSync;
use App\Workspace\Files\StoreHold;
use Illuminate\Support\Facades\DB;

/**
 * Copies database and content store while people work. First the database, as of one moment; then every content that is kept.
 * A content is kept before anything refers to it and nothing is freed meanwhile, so all that the database knew is there. The
 * manifest comes last, once everything else has reached the disk: without it a backup is none.
 */
final readonly class TakeBackup
{
    private const COUNTED = ['users', 'workspaces', 'documents', 'drafts', 'draft_steps', 'versions', 'operations', 'recovery_points'];

    public function __construct(private DiskContentStore $contents) {}

    /** @throws Refused */
    public function into(BackupFolder $folder): BackupSet
    {
        return $folder->alone(fn (): BackupSet => StoreHold::whileCopying($this->contents, fn (): BackupSet => $this->take($folder)));
    }

    private function take(BackupFolder $folder): BackupSet
    {
        $name = $this->freeName($folder);
        mkdir($folder->set($name), 0o700);
        DatabaseDump::write($folder->database($name));
        ['damaged' => $damaged, 'contents' => $count, 'bytes' => $bytes] = $this->copyContents($folder, $name);
        $this->sync($folder->path);
        $body = [
            'form' => BackupSet::FORM, 'version' => (string) config('server.version'), 'at' => now()->utc()->format('Y-m-d\TH:i:s\Z'),
            'migrations' => DB::table('migrations')->orderBy('id')->pluck('migration')->all(),
            'database' => ['sha256' => (string) hash_file('sha256', $folder->database($name)), 'bytes' => (int) filesize($folder->database($name))],
            'list' => ['sha256' => (string) hash_file('sha256', $folder->contentList($name)), 'contents' => $count, 'bytes' => $bytes],
            'damaged' => $damaged,
            'counts' => array_combine(self::COUNTED, array_map(static fn (string $table): int => DB::table($table)->count(), self::COUNTED)),
        ];
        $manifest = $folder->manifest($name);
        file_put_contents("{$manifest}.new", json_encode([...$body, 'sha256' => BackupSet::seal($body)], JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR)."\n");
        if (! DiskSync::one("{$manifest}.new") || ! rename("{$manifest}.new", $manifest) || ! DiskSync::one(dirname($manifest))) {
            throw Refused::because("{$manifest} could not be written.");
        }

        return BackupSet::read($folder, $name);
    }

    /** @return array{damaged: list<string>, contents: int, bytes: int} */
    private function copyContents(BackupFolder $folder, string $name): array
    {
        $list = @gzopen($folder->contentList($name), 'wb6') ?: throw Refused::because("{$folder->contentList($name)} cannot be written.");
        $damaged = [];
        $count = $bytes = 0;
        foreach ($this->contents->all() as $hash => $file) {
            $hash = (string) $hash;
            if (! $this->copy($hash, $folder->content($hash), $file['size'])) {
                $damaged[] = $hash;

                continue;
            }
            gzwrite($list, "{$hash} {$file['size']}\n");
            $count++;
            $bytes += $file['size'];
        }
        gzclose($list) || throw Refused::because("{$folder->contentList($name)} could not be written whole; is the disk full?");

        return ['damaged' => $damaged, 'contents' => $count, 'bytes' => $bytes];
    }

    /** @return bool false: what the store has under this name is something else */
    private function copy(string $hash, string $to, int $size): bool
    {
        // An earlier backup has it; backup:check proves its bytes.
        if (is_file($to) && filesize($to) === $size) {
            return true;
        }
        is_dir(dirname($to)) || mkdir(dirname($to), 0o700, true);
        if (! @copy($this->contents->file($hash), "{$to}.new")) {
            throw Refused::because("{$to} could not be written; is the disk full?");
        }
        if (hash_file('sha256', "{$to}.new") !== $hash) {
            unlink("{$to}.new");

            return false;
        }

        return rename("{$to}.new", $to);
    }

    private function sync(string $path): void
    {
        DiskSync::whole($path) || throw Refused::because("What was copied does not reach the disk of {$path}.");
    }

    private function freeName(BackupFolder $folder): string
    {
        $name = now()->utc()->format('Ymd\THis\Z');
        for ($n = 2, $free = $name; is_dir($folder->set($free)); $n++) {
            $free = "{$name}-{$n}";
        }

        return $free;
    }
}
