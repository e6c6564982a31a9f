<?php

declare(strict_types=1);

namespace App\Workspace\Reading;

/** Looks at many files of one folder, on as many processors as there are; at few it looks itself. */
final class Readers
{
    /** So many files are worth the start of other processes. */
    private const MANY = 240;

    public const BATCH_FILES = 40;

    /** With as many as a process takes, each longer by a path at most, this stays below what a socket buffers, so that asking never waits. */
    private const BATCH_BYTES = 16_000;

    /** What an entry takes beside its path. */
    private const ENTRY_BYTES = 120;

    private const AT_MOST = 4;

    private readonly FileReader $own;

    /** @var ?list<ReaderProcess> null: not started */
    private ?array $processes = null;

    /**
     * @param  ?int  $count  of processes; null: as many as there are processors, up to four
     * @param  int  $batch  files that a process is given at a time
     */
    public function __construct(private readonly string $root, private readonly Ways $ways = new Ways, private readonly ?int $count = null, private readonly int $batch = self::BATCH_FILES)
    {
        $this->own = new FileReader($root, $ways);
    }

    /**
     * @param  iterable<array{0: string, 1: int, 2: ?string, 3?: bool}>  $files  paths with size, known hash, and whether it is a link
     * @return \Generator<?FileReport> in any order; null now and then where none is ready, so that whoever asks can give up
     */
    public function look(iterable $files): \Generator
    {
        try {
            $queue = [];
            foreach ($files as $file) {
                $queue[] = $file;
                while (count($queue) >= self::MANY) {
                    yield from $this->exchange($queue);
                }
            }
            while ($queue !== [] || $this->isBusy()) {
                yield from $this->processes === null ? $this->lookMyself($queue) : $this->exchange($queue);
            }
        } finally {
            array_map(static fn (ReaderProcess $process) => $process->end(), $this->processes ?? []);
            $this->processes = null;
        }
    }

    /**
     * @param  list<array{0: string, 1: int, 2: ?string, 3?: bool}>  $queue
     * @return \Generator<FileReport>
     */
    private function lookMyself(array &$queue): \Generator
    {
        foreach ($queue as $file) {
            yield $this->own->look(...$file);
        }
        $queue = [];
    }

    /**
     * Gives to each process what it has room for, and takes what is answered; waits for that where there is nothing else to do.
     *
     * @param  list<array{0: string, 1: int, 2: ?string, 3?: bool}>  $queue
     * @return \Generator<?FileReport>
     */
    private function exchange(array &$queue): \Generator
    {
        $this->processes ??= $this->start();
        if ($this->processes === []) {
            yield from $this->lookMyself($queue);

            return;
        }
        $isFull = true;
        foreach ($this->processes as $process) {
            while ($queue !== [] && $process->hasRoom()) {
                $process->ask($this->batch($queue));
            }
            $isFull = $isFull && ! $process->hasRoom();
        }
        $answers = array_column($this->processes, 'answers');
        $nothing = null;
        if (@stream_select($answers, $nothing, $nothing, $isFull || $queue === [] ? 1 : 0) === 0) {
            yield null;
        }
        foreach ($this->processes as $index => $process) {
            $facts = $process->answered();
            if ($facts === null) {
                // What it owes is asked anew; a file that ends every process is met again by this one.
                array_push($queue, ...$process->left());
                $process->end();
                unset($this->processes[$index]);
            }
            yield from $facts ?? [];
        }
        $this->processes = array_values($this->processes);
    }

    /**
     * @param  list<array{0: string, 1: int, 2: ?string, 3?: bool}>  $queue
     * @return list<array{0: string, 1: int, 2: ?string, 3?: bool}>
     */
    private function batch(array &$queue): array
    {
        $count = $bytes = 0;
        do {
            $bytes += strlen($queue[$count++][0]) + self::ENTRY_BYTES;
        } while ($count < min(count($queue), $this->batch) && $bytes < self::BATCH_BYTES);

        return array_splice($queue, 0, $count);
    }

    private function isBusy(): bool
    {
        return array_filter($this->processes ?? [], static fn (ReaderProcess $process): bool => $process->isBusy()) !== [];
    }

    /** @return list<ReaderProcess> */
    private function start(): array
    {
        // Elsewhere PHP's own program is no command line.
        $count = in_array(PHP_SAPI, ['cli', 'cli-server'], true) ? $this->count ?? self::processors() : 0;

        return $count < 2 ? [] : array_values(array_filter(array_map(fn (): ?ReaderProcess => ReaderProcess::start($this->root, $this->ways), range(1, $count))));
    }

    public static function processors(): int
    {
        return min(self::AT_MOST, (int) shell_exec('nproc'));
    }
}
