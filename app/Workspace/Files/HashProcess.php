<?php

declare(strict_types=1);

namespace App\Workspace\Files;

/** A process of its own that hashes files, in the order in which it is asked. */
final class HashProcess
{
    /** @var array<int, string> files that it was asked for and has not answered, by their numbers */
    private array $asked = [];

    private bool $isDead = false;

    /**
     * @param  resource  $process
     * @param  resource  $asks
     * @param  resource  $answers
     */
    private function __construct(private readonly mixed $process, private readonly mixed $asks, private readonly mixed $answers) {}

    /** @return ?self null: the machine starts none */
    public static function start(): ?self
    {
        // The server's own program, where it serves pages, runs no scripts.
        $process = @proc_open([PHP_BINDIR.'/php', '-n', dirname(__DIR__, 3).'/bin/hash-files'], [['pipe', 'r'], ['pipe', 'w'], ['file', '/dev/null', 'w']], $pipes);

        return is_resource($process) ? new self($process, $pipes[0], $pipes[1]) : null;
    }

    public function owes(): int
    {
        return count($this->asked);
    }

    public function ask(int $number, string $file): void
    {
        $this->asked[$number] = $file;
        if (! $this->isDead && @fwrite($this->asks, $file."\n") === false) {
            $this->isDead = true;
        }
    }

    /** @return array<int, string> the next answer, by the number of its file; none where it has died, or could not read the file */
    public function hear(): array
    {
        $said = $this->isDead ? false : @fgets($this->answers);
        if ($said === false) {
            $this->isDead = true;

            return [];
        }
        $number = array_key_first($this->asked);
        $hash = rtrim($said, "\n");
        if ($number === null || preg_match('~^[0-9a-f]{64}$~D', $hash) !== 1) {
            $this->isDead = true;

            return [];
        }
        unset($this->asked[$number]);

        return [$number => $hash];
    }

    /** @return array<int, string> all that it still had to say */
    public function end(): array
    {
        @fclose($this->asks);
        $hashes = [];
        while ($this->asked !== [] && ! $this->isDead) {
            $hashes += $this->hear();
        }
        @fclose($this->answers);
        proc_close($this->process);

        return $hashes;
    }

    /** @return array<int, string> files that it owes, by their numbers */
    public function left(): array
    {
        return $this->asked;
    }
}
