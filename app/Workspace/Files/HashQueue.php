<?php

declare(strict_types=1);

namespace App\Workspace\Files;

use Hafenbuch\Core\Write\UnableToWrite;

/** The SHA-256 of many files, computed by other processes (coreutils’ sha256sum) while this one goes on writing the next. */
final class HashQueue
{
    /** Of less, asking another process takes longer than hashing. */
    public const WORTH = 64 * 1024;

    /** So much is given to one process. */
    private const BATCH_BYTES = 16 * 1024 * 1024;

    private const BATCH_FILES = 64;

    private const PROCESSES = 2;

    /** @var array<int, string> files that wait, by the number that each was given */
    private array $waiting = [];

    private int $bytes = 0;

    /** @var list<array{array<int, string>, ?resource, ?resource}> what each process was given, the process, and what it says */
    private array $running = [];

    /** @var array<int, string> */
    private array $hashes = [];

    public function add(int $number, string $file, int $bytes): void
    {
        $this->waiting[$number] = $file;
        $this->bytes += $bytes;
        if ($this->bytes >= self::BATCH_BYTES || count($this->waiting) >= self::BATCH_FILES) {
            $this->start();
        }
    }

    /**
     * @return array<int, string> by the number that each file was given
     *
     * @throws UnableToWrite where a file cannot be read
     */
    public function all(): array
    {
        $this->start();
        while ($this->running !== []) {
            $this->hear();
        }

        return $this->hashes;
    }

    private function start(): void
    {
        if ($this->waiting === []) {
            return;
        }
        while (count($this->running) >= self::PROCESSES) {
            $this->hear();
        }
        $process = @proc_open(['sha256sum', '--binary', '--', ...array_values($this->waiting)], [['file', '/dev/null', 'r'], ['pipe', 'w'], ['file', '/dev/null', 'w']], $pipes);
        $this->running[] = is_resource($process) ? [$this->waiting, $process, $pipes[1]] : [$this->waiting, null, null];
        [$this->waiting, $this->bytes] = [[], 0];
    }

    /** Takes what the oldest process has found; what it does not say is computed here. */
    private function hear(): void
    {
        [$files, $process, $says] = array_shift($this->running) ?? [[], null, null];
        $said = $says === null ? '' : (string) stream_get_contents($says);
        $says === null || fclose($says);
        $process === null || proc_close($process);
        preg_match_all('~^\\\\?([0-9a-f]{64}) ~m', $said, $found);
        $isWhole = count($found[1]) === count($files);
        foreach (array_keys($files) as $place => $number) {
            $this->hashes[$number] = $isWhole ? $found[1][$place] : Sha256::ofFile($files[$number]) ?? throw UnableToWrite::content('what was just written cannot be read: '.Trouble::last());
        }
    }
}
