<?php

declare(strict_types=1);

namespace App\Serving;

/** php-fpm's configuration (https://www.php.net/manual/en/install.fpm.configuration.php). */
final readonly class FpmConfiguration
{
    /** So many workers are always there. */
    private const LEAST = 2;

    /** A worker is replaced after so many requests, so that what grows in it does not grow for ever. */
    private const REQUESTS = 2000;

    /** @param array<string, string> $variables what the application finds in its environment */
    public function __construct(private Listening $listening, private Places $places, private array $variables) {}

    public function text(): string
    {
        $least = min(self::LEAST, $this->listening->workers);
        $spare = min($this->listening->workers, max($least, intdiv($this->listening->workers, 2)));
        $seconds = (int) config('limits.request_seconds');
        $settings = [
            '[global]',
            "pid = {$this->places->run}/php-fpm.pid",
            "error_log = {$this->places->log('php-fpm')}",
            'daemonize = no',
            // How long a running save may go on after the server was told to stop.
            "process_control_timeout = {$seconds}s",
            '',
            '[hafenbuch]',
            ...posix_geteuid() === 0 ? ['user = root', 'group = root'] : [],
            "listen = {$this->places->application()}",
            'listen.mode = 0600',
            'listen.backlog = 511',
            'pm = dynamic',
            "pm.max_children = {$this->listening->workers}",
            "pm.start_servers = {$spare}",
            "pm.min_spare_servers = {$least}",
            "pm.max_spare_servers = {$spare}",
            'pm.max_requests = '.self::REQUESTS,
            'pm.status_path = /fpm-status',
            "request_terminate_timeout = {$seconds}s",
            'catch_workers_output = yes',
            'decorate_workers_output = no',
            'clear_env = no',
            ...array_map(static fn (string $name, string $value): string => "env[{$name}] = {$value}", array_keys($this->variables), $this->variables),
            'php_admin_value[memory_limit] = '.intdiv((int) config('limits.request_memory'), 1024 * 1024).'M',
            // A save is ended by the clock above and not by its own work.
            'php_admin_value[max_execution_time] = 0',
            'php_admin_value[post_max_size] = 0',
            'php_admin_value[file_uploads] = 0',
            "php_admin_value[sys_temp_dir] = {$this->places->passing()}",
            'php_admin_value[expose_php] = 0',
            'php_admin_value[display_errors] = 0',
            'php_admin_value[log_errors] = 1',
            'php_admin_value[zend.exception_ignore_args] = 1',
            'php_admin_value[output_buffering] = 4096',
        ];

        return implode("\n", $settings)."\n";
    }

    /**
     * @param  ?string  $classes  the script that reads classes beforehand; none: changes of the program are noticed
     * @return list<string> what can be set only when the server starts
     */
    public static function options(?string $classes): array
    {
        $options = [
            'opcache.enable=1', 'opcache.memory_consumption=128', 'opcache.interned_strings_buffer=16', 'opcache.max_accelerated_files=20000', 'apc.enabled=1', 'apc.shm_size=32M',
            ...$classes === null ? ['opcache.revalidate_freq=2'] : ['opcache.validate_timestamps=0', "opcache.preload={$classes}"],
            // It asks for a user where it is started by root, and takes root too.
            ...$classes !== null && posix_geteuid() === 0 ? ['opcache.preload_user=root'] : [],
        ];

        return array_merge(...array_map(static fn (string $option): array => ['-d', $option], $options));
    }
}
