<?php

declare(strict_types=1);

namespace Tests\Support;

use Symfony\Component\Process\Process;

/** Web server, application and news on the database of the tests, on a port of their own, as they serve everywhere. */
final readonly class WebServer
{
    private function __construct(public string $url, private Process $process) {}

    /** @param array<string, string> $settings */
    public static function start(array $settings = []): self
    {
        $port = Server::freePort();
        $process = new Process([PHP_BINARY, base_path('artisan'), 'hafenbuch:serve', '--only-web'], base_path(), ['HAFENBUCH_HOST' => '127.0.0.1', 'HAFENBUCH_PORT' => (string) $port, ...$settings], timeout: null);
        $process->start();
        $url = (isset($settings['HAFENBUCH_TLS_KEY']) ? 'https' : 'http')."://127.0.0.1:{$port}";
        for ($until = microtime(true) + 30; Installation::ask("{$url}/up")[0] !== 200; usleep(50_000)) {
            if (! $process->isRunning() || microtime(true) > $until) {
                throw new \RuntimeException('It is not served: '.$process->getOutput().$process->getErrorOutput());
            }
        }

        return new self($url, $process);
    }

    public function pid(): int
    {
        return (int) $this->process->getPid();
    }

    public function stop(): void
    {
        $this->process->stop(20);
    }
}
