<?php

declare(strict_types=1);

namespace App\Backup;

use App\Support\Refused;
use Illuminate\Support\Facades\DB;
use Symfony\Component\Process\Process;

/** The database as one file of statements, by MariaDB's own programs, of one moment. */
final class DatabaseDump
{
    /** What is worth nothing later: who is logged in, what waits in the background, what was only remembered, what is worked out anew. */
    private const WITHOUT_ROWS = ['sessions', 'cache', 'cache_locks', 'jobs', 'failed_jobs', 'visits', 'events', 'search_texts', 'search_fields', 'search_words', 'search_states'];

    private const END = '-- Dump completed';

    private const BLOCK = 1 << 20;

    /** @throws Refused */
    public static function write(string $file): void
    {
        $database = DB::connection()->getDatabaseName();
        $command = ['mariadb-dump', ...self::server(), '--single-transaction', '--quick', '--skip-lock-tables', '--no-tablespaces', '--hex-blob', '--skip-dump-date',
            ...array_map(static fn (string $table): string => "--ignore-table-data={$database}.{$table}", self::WITHOUT_ROWS), $database];
        $out = @gzopen($file, 'wb6') ?: throw Refused::because("{$file} cannot be written.");
        $tail = '';
        $isWritten = true;
        $dump = new Process($command, env: self::secret(), timeout: null);
        $dump->start();
        foreach ($dump as $kind => $bytes) {
            if ($kind === Process::OUT) {
                $isWritten = $isWritten && gzwrite($out, $bytes) === strlen($bytes);
                $tail = substr($tail.$bytes, -200);
            }
        }
        $isWritten = gzclose($out) && $isWritten;
        if ($dump->getExitCode() !== 0 || ! str_contains($tail, self::END)) {
            throw Refused::because('The database could not be copied: '.trim($dump->getErrorOutput()));
        }
        $isWritten || throw Refused::because("{$file} could not be written whole; is the disk full?");
    }

    /** Whether the file ends as one does that was written whole. */
    public static function isWhole(string $file): bool
    {
        $tail = '';
        $in = @gzopen($file, 'rb');
        while ($in !== false && ! gzeof($in)) {
            $bytes = @gzread($in, self::BLOCK);
            if ($bytes === false || $bytes === '') {
                break;
            }
            $tail = substr($tail.$bytes, -200);
        }

        return str_contains($tail, self::END);
    }

    /** @throws Refused */
    public static function load(string $file): void
    {
        $load = new Process(['mariadb', ...self::server(), DB::connection()->getDatabaseName()], env: self::secret(), timeout: null);
        $load->setInput((static function () use ($file): \Generator {
            $in = @gzopen($file, 'rb') ?: throw Refused::because("{$file} cannot be read.");
            while (! gzeof($in)) {
                yield (string) gzread($in, self::BLOCK);
            }
            gzclose($in);
        })());
        if ($load->run() !== 0) {
            throw Refused::because('The database did not take the backup: '.trim($load->getErrorOutput()));
        }
    }

    /** @return list<string> */
    private static function server(): array
    {
        $to = DB::connection()->getConfig();

        return ['--no-defaults', "--host={$to['host']}", "--port={$to['port']}", "--user={$to['username']}", '--default-character-set=utf8mb4'];
    }

    /** @return array<string, string> of a process of our own, which nobody else on the machine sees */
    private static function secret(): array
    {
        return ['MYSQL_PWD' => (string) DB::connection()->getConfig('password')];
    }
}
