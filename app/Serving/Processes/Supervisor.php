<?php

declare(strict_types=1);

namespace App\Serving\Processes;

/**
 * Runs services, starts again what dies, and stops them one after the other: the last that was given first, so that those
 * who take requests end before those on whom they rest.
 */
final class Supervisor
{
    private const LOOK_MICROSECONDS = 100_000;

    /** How long to wait before starting again, in seconds; longer for what dies at once every time. */
    private const FIRST_WAIT = 0.1;

    private const LONGEST_WAIT = 10.0;

    /** Whoever has run for so long was well. */
    private const WELL_SECONDS = 30;

    private const ROTATE_SECONDS = 60;

    private const SOCKET_TRIES = 250;

    /** @var array<string, Running> by the service's name */
    private array $running = [];

    /** @var array<string, array{at: float, wait: float}> when each was last started, and how long to wait when it dies */
    private array $tries = [];

    /** @var array<string, float> when those that died are to be started again */
    private array $due = [];

    private bool $isStopping = false;

    private int $stops = 0;

    /**
     * @param  list<Service>  $services  in the order in which they start
     * @param  int  $graceSeconds  what each gets to end what it has begun
     * @param  \Closure(string): void  $say
     */
    public function __construct(private readonly array $services, private readonly LogFiles $logs, private readonly int $graceSeconds, private readonly \Closure $say) {}

    /**
     * Until this process is told to stop.
     *
     * @param  array<string, int>  $there  processes that run already, by the name of their service
     * @param  \Closure(): void  $whenStarted
     */
    public function run(array $there, \Closure $whenStarted): void
    {
        pcntl_async_signals(true);
        foreach ([SIGTERM, SIGINT, SIGHUP, SIGQUIT] as $signal) {
            pcntl_signal($signal, function (): void {
                $this->isStopping = true;
                $this->stops++;
            });
        }
        foreach ($this->services as $service) {
            $service->socket === null || @unlink($service->socket);
            isset($there[$service->name]) ? $this->adopt($service, $there[$service->name]) : $this->start($service);
            $this->awaitSocket($service);
        }
        $whenStarted();
        $rotated = microtime(true);
        while (! $this->isStopping) {
            foreach ($this->services as $service) {
                $this->look($service);
            }
            if (microtime(true) - $rotated > self::ROTATE_SECONDS) {
                $this->logs->rotate();
                $rotated = microtime(true);
            }
            usleep(self::LOOK_MICROSECONDS);
        }
        $this->stop();
    }

    public function isStopping(): bool
    {
        return $this->isStopping;
    }

    private function start(Service $service): void
    {
        $this->tries[$service->name] = ['at' => microtime(true), 'wait' => $this->tries[$service->name]['wait'] ?? self::FIRST_WAIT];
        $this->running[$service->name] = Running::start($service);
        unset($this->due[$service->name]);
    }

    private function awaitSocket(Service $service): void
    {
        for ($try = 0; $service->socket !== null && ! file_exists($service->socket) && $try < self::SOCKET_TRIES && ! $this->isStopping; $try++) {
            usleep(20_000);
        }
    }

    private function adopt(Service $service, int $pid): void
    {
        $this->tries[$service->name] = ['at' => microtime(true), 'wait' => self::FIRST_WAIT];
        $this->running[$service->name] = Running::adopted($pid);
    }

    private function look(Service $service): void
    {
        $due = $this->due[$service->name] ?? null;
        if ($due !== null) {
            $due <= microtime(true) && $this->start($service);

            return;
        }
        $how = $this->running[$service->name]->ended();
        if ($how === null) {
            return;
        }
        // What it leaves behind could hold its port, or wait for ever for a master that is gone.
        $this->running[$service->name]->signalGroup($service->leftSignal);
        ['at' => $at, 'wait' => $wait] = $this->tries[$service->name];
        $wasWell = microtime(true) - $at > self::WELL_SECONDS;
        $wait = $wasWell ? self::FIRST_WAIT : $wait;
        // A worker that has done its share ends by itself.
        $how === 'exit code 0' || ($this->say)("{$service->name} has ended ({$how}); it is started again in {$wait} s. Its log: {$service->log}");
        $this->due[$service->name] = microtime(true) + $wait;
        $this->tries[$service->name]['wait'] = min(self::LONGEST_WAIT, 2 * $wait);
    }

    private function stop(): void
    {
        $first = $this->stops;
        foreach (array_reverse($this->services) as $service) {
            $running = $this->running[$service->name];
            $running->signal($service->stopSignal);
            $until = microtime(true) + $this->graceSeconds;
            // Told to stop a second time, it does not wait for anyone.
            while ($running->ended() === null && microtime(true) < $until && $this->stops === $first) {
                usleep(20_000);
            }
            if ($running->ended() === null) {
                $running->signal(SIGTERM);
                usleep(500_000);
            }
            $running->signalGroup(SIGKILL);
        }
    }
}
