<?php

declare(strict_types=1);

namespace App\Workspace\Files;

use Hafenbuch\Core\Write\UnableToWrite;

/** The SHA-256 of many files of our own, computed by other processes while this one goes on writing the next. */
final class HashQueue
{
    /** Of less, asking another process takes longer than hashing. */
    public const WORTH = 64 * 1024;

    /** So many are worth the start of processes. */
    private const WORTH_ALL = 8 * 1024 * 1024;

    private const PROCESSES = 2;

    /** What one process has not answered yet; far below what a pipe holds, so that nobody waits for the other. */
    private const AT_ONCE = 100;

    /** @var array<int, string> files that nobody was asked for yet, by the number that each was given */
    private array $waiting = [];

    private int $bytes = 0;

    /** @var ?list<HashProcess> null: none was started */
    private ?array $processes = null;

    /** @var array<int, string> */
    private array $hashes = [];

    public function add(int $number, string $file, int $bytes): void
    {
        $this->waiting[$number] = $file;
        $this->bytes += $bytes;
        if ($this->bytes >= self::WORTH_ALL) {
            $this->processes ??= array_values(array_filter(array_map(static fn (): ?HashProcess => HashProcess::start(), range(1, self::PROCESSES))));
            $this->ask();
        }
    }

    /**
     * @return array<int, string> by the number that each file was given
     *
     * @throws UnableToWrite where a file cannot be read
     */
    public function all(): array
    {
        foreach ($this->processes ?? [] as $process) {
            $this->hashes += $process->end();
            $this->waiting += $process->left();
        }
        $this->processes = null;
        foreach ($this->waiting as $number => $file) {
            $this->hashes[$number] = Sha256::ofFile($file) ?? throw UnableToWrite::content('what was just written cannot be read: '.Trouble::last());
        }
        $this->waiting = [];

        return $this->hashes;
    }

    private function ask(): void
    {
        if ($this->processes === [] || $this->processes === null) {
            return;
        }
        foreach ($this->waiting as $number => $file) {
            usort($this->processes, static fn (HashProcess $a, HashProcess $b): int => $a->owes() <=> $b->owes());
            if ($this->processes[0]->owes() >= self::AT_ONCE) {
                $this->hashes += $this->processes[0]->hear();
            }
            $this->processes[0]->ask($number, $file);
        }
        $this->waiting = [];
    }
}
