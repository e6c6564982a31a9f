<?php

declare(strict_types=1);

namespace App\Devices\Rack;

/** The stand-in rack: simulated devices behind a few HTTP addresses; docs/devices.md describes them for those who bring real ones. */
final class RackServer
{
    private const BYTES = 16_384;

    private const SECONDS = 2;

    private const WORDS = [200 => 'OK', 204 => 'No Content', 400 => 'Bad Request', 404 => 'Not Found', 405 => 'Method Not Allowed', 409 => 'Conflict'];

    /** @param resource $server */
    private function __construct(private $server, private readonly RackState $state) {}

    public static function at(string $socket, RackState $state): self
    {
        @unlink($socket);
        $server = @stream_socket_server("unix://{$socket}", $code, $words) ?: throw new \RuntimeException("No rack can stand at {$socket}: {$words}");
        chmod($socket, 0o600);

        return new self($server, $state);
    }

    /** Answers whoever asks within a second. */
    public function turn(): void
    {
        $stream = @stream_socket_accept($this->server, 1.0);
        if ($stream === false) {
            return;
        }
        stream_set_timeout($stream, self::SECONDS);
        [$status, $type, $body] = $this->answer(...$this->read($stream));
        @fwrite($stream, "HTTP/1.1 {$status} ".self::WORDS[$status]."\r\nContent-Type: {$type}\r\nContent-Length: ".strlen($body)."\r\nCache-Control: no-store\r\nConnection: close\r\n\r\n{$body}");
        fclose($stream);
    }

    public function close(): void
    {
        fclose($this->server);
    }

    /**
     * @return array{int, string, string} status, media type, body
     */
    public function answer(string $method, string $path, string $body): array
    {
        if ($path === '/devices') {
            return $method === 'GET' ? self::json(array_map($this->describe(...), StandIn::all())) : self::problem(405, 'Only GET is known here.');
        }
        $one = preg_match('~^/devices/([a-z0-9-]+)/([a-z0-9-]+)(/picture|/level)?$~D', $path, $match) === 1 ? StandIn::named($match[1], $match[2]) : null;
        $what = $match[3] ?? '';

        return match (true) {
            $one === null => self::problem(404, 'The rack has no such device.'),
            $method === 'PUT' && $what === '' => $this->switch($one, $body),
            $method !== 'GET' => self::problem(405, 'GET reads; PUT with {"on": true} or {"on": false} switches.'),
            $what === '' => self::json($this->describe($one)),
            ! $this->state->isOn($one) => self::problem(409, 'It is switched off.'),
            $what === '/level' => self::json(['level' => $one->level(microtime(true))]),
            $one->hasPicture => [200, 'image/svg+xml', $one->picture(microtime(true))],
            default => self::problem(404, 'It has no picture.'),
        };
    }

    /** @return array{device: string, kind: string, name: string, there: bool, picture: bool} */
    private function describe(StandIn $one): array
    {
        return ['device' => $one->address(), 'kind' => $one->kind, 'name' => $one->name, 'there' => $this->state->isOn($one), 'picture' => $one->hasPicture];
    }

    /** @return array{int, string, string} */
    private function switch(StandIn $one, string $body): array
    {
        $given = json_decode($body, true, 4);
        if (! is_array($given) || ! is_bool($given['on'] ?? null)) {
            return self::problem(400, 'Send {"on": true} or {"on": false}.');
        }
        $this->state->switch($one, $given['on']);

        return self::json($this->describe($one));
    }

    /** @return array{int, string, string} */
    private static function json(mixed $value): array
    {
        return [200, 'application/json', (string) json_encode($value, JSON_UNESCAPED_SLASHES)];
    }

    /** @return array{int, string, string} */
    private static function problem(int $status, string $words): array
    {
        return [$status, 'application/json', (string) json_encode(['problem' => $words])];
    }

    /**
     * @param  resource  $stream
     * @return array{string, string, string} method, path, body
     */
    private function read($stream): array
    {
        $asked = '';
        while (! str_contains($asked, "\r\n\r\n") && strlen($asked) < self::BYTES && ! feof($stream) && ($more = @fread($stream, 4096)) !== false && $more !== '') {
            $asked .= $more;
        }
        [$head, $body] = [...explode("\r\n\r\n", $asked, 2), ''];
        $length = preg_match('~^Content-Length:\s*(\d{1,5})\s*$~im', $head, $match) === 1 ? min((int) $match[1], self::BYTES) : 0;
        while (strlen($body) < $length && ! feof($stream) && ($more = @fread($stream, $length - strlen($body))) !== false && $more !== '') {
            $body .= $more;
        }

        return preg_match('~^([A-Z]+) (/[^ ?]*)[^ ]* HTTP/1~', $head, $match) === 1 ? [$match[1], $match[2], $body] : ['', '', ''];
    }
}
