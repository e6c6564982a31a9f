<?php

declare(strict_types=1);

namespace App\Serving\Processes;

/** A service's process, in a group of its own, so that what is typed at the terminal reaches only the supervisor. */
final class Running
{
    /** @param ?resource $process null for one that was there already */
    private function __construct(public readonly int $pid, private $process) {}

    public static function start(Service $service): self
    {
        $process = proc_open(['setsid', ...$service->command], [['file', '/dev/null', 'r'], ['file', $service->log, 'a'], ['file', $service->log, 'a']], $pipes);

        return is_resource($process) ? new self(proc_get_status($process)['pid'], $process) : throw new \RuntimeException("{$service->name} cannot be started.");
    }

    /** One that someone else has started, as the leader of its group. */
    public static function adopted(int $pid): self
    {
        return new self($pid, null);
    }

    /** @return ?string how it has ended; null while it runs */
    public function ended(): ?string
    {
        if ($this->process === null) {
            // As a child of ours it stays in the process table until it is waited for.
            $isGone = pcntl_waitpid($this->pid, $status, WNOHANG) === $this->pid || ! posix_kill($this->pid, 0);

            return $isGone ? 'it is gone' : null;
        }
        $status = proc_get_status($this->process);

        return match (true) {
            $status['running'] => null,
            $status['signaled'] => "signal {$status['termsig']}",
            default => "exit code {$status['exitcode']}",
        };
    }

    public function signal(int $signal): void
    {
        @posix_kill($this->pid, $signal);
    }

    /** Its children too, also where it is gone itself. */
    public function signalGroup(int $signal): void
    {
        @posix_kill(-$this->pid, $signal);
    }
}
