<?php

declare(strict_types=1);

namespace Tests\Support;

use Symfony\Component\Process\Process;

/** The stand-in rack, running as a process of its own. */
final class RunningRack
{
    public readonly string $socket;

    private readonly Process $process;

    public function __construct()
    {
        $this->socket = sys_get_temp_dir().'/hafenbuch-rack-'.bin2hex(random_bytes(5)).'.sock';
        @unlink(dirname(storage_path()).'/rack.json');
        $this->process = new Process([PHP_BINARY, base_path('artisan'), 'hafenbuch:rack', $this->socket], timeout: null);
        $this->process->start();
        for ($until = microtime(true) + 20; ! file_exists($this->socket); usleep(20_000)) {
            if (microtime(true) > $until || ! $this->process->isRunning()) {
                throw new \RuntimeException('The rack did not start: '.$this->process->getOutput().$this->process->getErrorOutput());
            }
        }
        config(['server.rack' => "unix:{$this->socket}"]);
    }

    public function stop(): void
    {
        $this->process->stop(5);
        @unlink($this->socket);
    }
}
