<?php

declare(strict_types=1);

namespace App\Serving;

use App\Support\Refused;

/** Where an installation keeps what serves it: configuration, sockets, what comes in, and logs. */
final readonly class Places
{
    /** A socket's path has room for 107 bytes (unix(7)); some are for its name. */
    private const SOCKET_FOLDER_BYTES = 90;

    private function __construct(public string $home, public string $run) {}

    /** @throws Refused */
    public static function configured(): self
    {
        return self::of(dirname(storage_path()), (int) config('server.port'));
    }

    /**
     * @param  int  $port  where it listens; several of one installation, as in tests, keep apart what runs
     *
     * @throws Refused
     */
    public static function of(string $home, int $port): self
    {
        $run = "{$home}/run/{$port}";
        if (strlen($run) > self::SOCKET_FOLDER_BYTES) {
            $run = sys_get_temp_dir().'/hafenbuch-'.posix_geteuid().'-'.substr(hash('sha256', "{$home}:{$port}"), 0, 12);
        }
        foreach ([$run, "{$home}/logs", "{$home}/passing"] as $folder) {
            if (! is_dir($folder) && ! @mkdir($folder, 0o700, true) && ! is_dir($folder)) {
                throw Refused::because("The folder {$folder} cannot be made.");
            }
            // Another user of this machine could have made it first, where everyone may make folders.
            if (fileowner($folder) !== posix_geteuid() || is_link($folder)) {
                throw Refused::because("The folder {$folder} belongs to someone else.");
            }
            chmod($folder, 0o700);
        }

        return new self($home, $run);
    }

    public function application(): string
    {
        return "{$this->run}/application.sock";
    }

    public function news(): string
    {
        return "{$this->run}/news.sock";
    }

    /** Where the rack of simulated devices answers. */
    public function rack(): string
    {
        $socket = "{$this->home}/run/rack.sock";

        return strlen($socket) <= self::SOCKET_FOLDER_BYTES + 10 ? $socket : "{$this->run}/rack.sock";
    }

    public function log(string $name): string
    {
        return "{$this->home}/logs/{$name}.log";
    }

    /** What is on its way in or out and has no room in memory. */
    public function passing(): string
    {
        return "{$this->home}/passing";
    }

    public function write(string $name, string $content): string
    {
        $file = "{$this->run}/{$name}";

        return file_put_contents($file, $content) === strlen($content) ? $file : throw Refused::because("{$file} cannot be written.");
    }
}
