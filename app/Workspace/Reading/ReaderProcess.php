<?php

declare(strict_types=1);

namespace App\Workspace\Reading;

use App\Support\Frames;

/** A process of its own that looks at files; it answers each batch in the order in which they came. */
final class ReaderProcess
{
    /** Batches that may be with it at once: one that it works on, and those that wait, so that it never does. */
    private const AT_ONCE = 4;

    /** @var list<list<array{0: string, 1: int, 2: ?string, 3?: bool}>> */
    private array $batches = [];

    private string $heard = '';

    /**
     * @param  resource  $process
     * @param  resource  $asks
     * @param  resource  $answers
     */
    private function __construct(private readonly mixed $process, private readonly mixed $asks, public readonly mixed $answers) {}

    /** @return ?self null: the machine starts none */
    public static function start(string $root, Ways $ways): ?self
    {
        $command = [PHP_BINARY, '-d', 'display_errors=stderr', dirname(__DIR__, 3).'/bin/read-files', $root, $ways->json()];
        $process = @proc_open($command, [['socket'], ['socket'], ['file', '/dev/null', 'w']], $pipes);
        if (! is_resource($process)) {
            return null;
        }
        stream_set_blocking($pipes[1], false);

        return new self($process, $pipes[0], $pipes[1]);
    }

    public function hasRoom(): bool
    {
        return count($this->batches) < self::AT_ONCE;
    }

    public function isBusy(): bool
    {
        return $this->batches !== [];
    }

    /** @param list<array{0: string, 1: int, 2: ?string, 3?: bool}> $batch paths with size, known hash, and whether it is a link, together less than a socket buffers */
    public function ask(array $batch): void
    {
        $this->batches[] = $batch;
        @fwrite($this->asks, Frames::of($batch));
    }

    /**
     * Takes what has been answered meanwhile.
     *
     * @return ?list<FileReport> null: it has ended, and `left` tells what it owes
     */
    public function answered(): ?array
    {
        $facts = [];
        while (($more = @fread($this->answers, 1 << 18)) !== false && $more !== '') {
            $this->heard .= $more;
        }
        while (($answer = Frames::take($this->heard, [FileReport::class])) !== null) {
            array_shift($this->batches);
            array_push($facts, ...$answer);
        }

        return $facts === [] && feof($this->answers) ? null : $facts;
    }

    /** @return list<array{0: string, 1: int, 2: ?string, 3?: bool}> */
    public function left(): array
    {
        return array_merge(...$this->batches);
    }

    public function end(): void
    {
        @fclose($this->asks);
        @fclose($this->answers);
        proc_terminate($this->process);
        proc_close($this->process);
    }
}
