<?php

declare(strict_types=1);

namespace Tests\Support;

use Symfony\Component\Process\Process;

/** Web server and application, as they serve everywhere, and ChromeDriver, on free ports, for as long as the tests run. */
final class Server
{
    private static ?self $running = null;

    /** @param list<Process> $processes */
    private function __construct(private readonly int $port, public readonly string $driver, private readonly array $processes) {}

    public static function get(): self
    {
        if (self::$running === null) {
            [$web, $driver] = [self::freePort(), self::freePort()];
            $server = new Process([PHP_BINARY, base_path('artisan'), 'hafenbuch:serve', '--only-web'], base_path(), ['HAFENBUCH_HOST' => '127.0.0.1', 'HAFENBUCH_PORT' => (string) $web], timeout: null);
            $chrome = new Process(['chromedriver', "--port={$driver}"], timeout: null);
            // Nobody reads what they say; a full pipe would stop them.
            $server->disableOutput()->start();
            $chrome->disableOutput()->start();
            self::$running = new self($web, "http://127.0.0.1:{$driver}", [$server, $chrome]);
            self::await($web);
            self::await($driver);
            register_shutdown_function(static fn () => self::$running?->stop());
        }

        return self::$running;
    }

    /** The same server under another name; every name below localhost is this machine (RFC 6761, section 6.3). */
    public function urlFor(string $name): string
    {
        return "http://{$name}.localhost:{$this->port}";
    }

    private function stop(): void
    {
        Browser::quitIdle();
        foreach ($this->processes as $process) {
            $process->stop(10);
        }
    }

    public static function freePort(): int
    {
        $socket = stream_socket_server('tcp://127.0.0.1:0') ?: throw new \RuntimeException('There is no free port.');
        $name = (string) stream_socket_get_name($socket, false);
        fclose($socket);

        return (int) substr($name, (int) strrpos($name, ':') + 1);
    }

    private static function await(int $port): void
    {
        for ($try = 0; $try < 200; $try++) {
            $socket = @fsockopen('127.0.0.1', $port);
            if ($socket !== false) {
                fclose($socket);

                return;
            }
            usleep(50_000);
        }

        throw new \RuntimeException("Nothing answers on port {$port}.");
    }
}
