<?php

declare(strict_types=1);

namespace App\Serving;

use App\Http\Middleware\BodySizes;

/**
 * nginx's configuration (https://nginx.org/en/docs/dirindex.html). What is slow waits here and not in the application: heads and
 * bodies that trickle in, answers that nobody takes, large files.
 */
final readonly class NginxConfiguration
{
    /** The modules that Debian packages apart, each with what it is for. */
    private const BROTLI = '/usr/share/nginx/modules/ngx_http_brotli_static_module.so';

    private const STUB = __DIR__.'/nginx.conf.stub';

    public function __construct(private Listening $listening, private Places $places) {}

    public function text(): string
    {
        $hasBrotli = is_file(self::BROTLI);
        $limits = config('limits');
        $words = [
            'load_modules' => $hasBrotli ? 'load_module '.self::BROTLI.';' : '',
            'user' => posix_geteuid() === 0 ? 'user root;' : '',
            'run' => $this->places->run,
            'passing' => $this->places->passing(),
            'error_log' => $this->places->log('nginx'),
            'access_log' => $this->places->log('access'),
            'files' => (string) (4 * $limits['connections']),
            'connections' => (string) $limits['connections'],
            'head_seconds' => (string) $limits['head_seconds'],
            'body_seconds' => (string) $limits['body_seconds'],
            'send_seconds' => (string) $limits['send_seconds'],
            'idle_seconds' => (string) $limits['idle_seconds'],
            'request_seconds' => (string) ($limits['request_seconds'] + 10),
            'body' => (string) $limits['body'],
            'content_body' => (string) BodySizes::contents(),
            'content_paths' => BodySizes::CONTENT_PATHS,
            'login_paths' => BodySizes::LOGIN_PATHS,
            'login_body' => (string) $limits['login_body'],
            'application' => $this->places->application(),
            'news' => $this->places->news(),
            'public' => public_path(),
            'contract' => resource_path('openapi.json'),
            'proxies' => $this->proxies(),
            'scheme' => $this->listening->proxies === [] ? '$scheme' : '$scheme_of_proxy',
            'brotli' => $hasBrotli ? 'brotli_static on;' : '',
            'listen' => $this->listen(in_array('*', $this->listening->names, true)),
            'names' => $this->names(),
            'secure' => $this->listening->isSecure() ? $this->secure() : '',
            'other_names' => in_array('*', $this->listening->names, true) ? '' : $this->otherNames(),
        ];

        return preg_replace_callback('~\{\{(\w+)\}\}~', static fn (array $match): string => $words[$match[1]] ?? throw new \LogicException("There is no {$match[1]}."), (string) file_get_contents(self::STUB)) ?? '';
    }

    private function listen(bool $isDefault): string
    {
        $host = str_contains($this->listening->host, ':') ? "[{$this->listening->host}]" : $this->listening->host;

        return "listen {$host}:{$this->listening->port}".($this->listening->isSecure() ? ' ssl http2' : '').($isDefault ? ' default_server backlog=1024' : '').';';
    }

    private function names(): string
    {
        $names = array_map(static fn (string $name): string => $name === '*' ? '_' : $name, $this->listening->names);
        // Whoever is on this machine reaches it by its own names too.
        $loopback = in_array($this->listening->host, ['127.0.0.1', '::1', 'localhost'], true) ? ['localhost', '*.localhost', '127.0.0.1', '[::1]'] : [];

        return implode(' ', array_unique([...$names, ...$loopback]));
    }

    /** A page of somebody else, whose name leads here, gets nothing. */
    private function otherNames(): string
    {
        return "server {\n        {$this->listen(true)}\n        ".($this->listening->isSecure() ? $this->secure() : '')."\n        default_type text/plain;\n"
            ."        return 421 'Hafenbuch is not reached under this name. Whoever looks after the server can add it to HAFENBUCH_NAMES.';\n    }";
    }

    private function secure(): string
    {
        return "ssl_certificate {$this->quoted($this->listening->tls['certificate'] ?? '')};\n        ssl_certificate_key {$this->quoted($this->listening->tls['key'] ?? '')};\n"
            ."        ssl_protocols TLSv1.2 TLSv1.3;\n        ssl_session_cache shared:hafenbuch:4m;\n        ssl_session_tickets off;";
    }

    private function quoted(string $path): string
    {
        return '"'.addcslashes($path, '"\\$').'"';
    }

    private function proxies(): string
    {
        $lines = array_map(static fn (string $proxy): string => "set_real_ip_from {$proxy};", $this->listening->proxies);

        return $lines === [] ? '' : implode("\n    ", [...$lines, 'real_ip_header X-Forwarded-For;', 'real_ip_recursive on;', $this->schemeOfProxy()]);
    }

    /** What a proxy says of the scheme is believed by the address from which it comes. */
    private function schemeOfProxy(): string
    {
        $lines = array_map(static fn (string $proxy): string => "{$proxy} 1;", $this->listening->proxies);

        return 'geo $realip_remote_addr $is_proxy { default 0; '.implode(' ', $lines)." }\n"
            .'    map "$is_proxy:$http_x_forwarded_proto" $scheme_of_proxy { default $scheme; "1:https" https; "1:http" http; }';
    }
}
