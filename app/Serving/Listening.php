<?php

declare(strict_types=1);

namespace App\Serving;

use App\Support\Refused;

/** Where and under which names this installation is reached. */
final readonly class Listening
{
    /**
     * @param  list<string>  $names  of hosts; “*” for any
     * @param  list<string>  $proxies  addresses or networks whose X-Forwarded headers are believed
     * @param  ?array{certificate: string, key: string}  $tls  PEM files
     */
    public function __construct(public string $host, public int $port, public array $names, public array $proxies, public ?array $tls, public int $workers) {}

    /** @throws Refused */
    public static function configured(): self
    {
        $server = config('server');
        if (($server['certificate'] === null) !== ($server['key'] === null)) {
            throw Refused::because('HAFENBUCH_TLS_CERTIFICATE and HAFENBUCH_TLS_KEY belong together; only one of them is set.');
        }
        foreach (array_filter([$server['certificate'], $server['key']]) as $file) {
            if (! is_readable($file)) {
                throw Refused::because("The file {$file}, which is to be used for HTTPS, cannot be read.");
            }
        }
        $own = (string) parse_url((string) config('app.url'), PHP_URL_HOST);

        return new self(
            self::plain($server['host'], '~^[\w.:-]+$~D', 'HAFENBUCH_HOST'),
            $server['port'] > 0 && $server['port'] < 65536 ? $server['port'] : throw Refused::because('HAFENBUCH_PORT must be a number from 1 to 65535.'),
            array_values(array_unique(array_map(static fn (string $name): string => self::plain($name, '~^(?:\*|(?:\*\.)?[\w.-]+)$~D', 'HAFENBUCH_NAMES'), [...array_filter([$own]), ...$server['names']]))),
            array_map(static fn (string $proxy): string => self::plain($proxy, '~^[0-9a-fA-F.:]+(?:/\d{1,3})?$~D', 'HAFENBUCH_TRUSTED_PROXIES'), $server['proxies']),
            $server['certificate'] === null ? null : ['certificate' => (string) realpath($server['certificate']), 'key' => (string) realpath($server['key'])],
            max(2, min(256, $server['workers'] ?? 4 * self::processors())),
        );
    }

    public function isSecure(): bool
    {
        return $this->tls !== null;
    }

    /** At which this machine itself asks whether it answers. */
    public function localUrl(): string
    {
        $host = match (true) {
            in_array($this->host, ['0.0.0.0', '*'], true) => '127.0.0.1',
            $this->host === '::' => '[::1]',
            str_contains($this->host, ':') => "[{$this->host}]",
            default => $this->host,
        };

        return ($this->isSecure() ? 'https' : 'http')."://{$host}:{$this->port}";
    }

    /** Nothing in it may end the directive into which it is written. */
    private static function plain(string $word, string $pattern, string $setting): string
    {
        return preg_match($pattern, $word) === 1 ? $word : throw Refused::because("“{$word}” in {$setting} is none that can be used there.");
    }

    private static function processors(): int
    {
        return max(1, preg_match_all('~^processor\s*:~m', (string) @file_get_contents('/proc/cpuinfo')) ?: 1);
    }
}
