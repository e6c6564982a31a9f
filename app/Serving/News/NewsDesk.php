<?php

declare(strict_types=1);

namespace App\Serving\News;

use App\Http\Data\PulseData;
use App\Past\Recovery\Visits;
use App\Serving\Health\Heartbeat;
use App\Support\Interval;
use App\Together\Presence;
use App\Workspace\Pulse;

/**
 * Lets pages wait for news, all of them in one process. The application has looked at who asks, and answers once there is
 * something; here only the numbers of the events are known. A page that nobody looks at any more is let go with its connection.
 */
final class NewsDesk
{
    /** stream_select takes no more than 1,024 streams; who comes on top of that is answered at once, and asks again. */
    private const PLACES = 900;

    private const LOOK_SECONDS = 0.2;

    /** So many pages of a workspace hear of news at the same time, and all of them within so many looks. */
    private const AT_ONCE = 5;

    private const IN_LOOKS = 6;

    private const NOTE_SECONDS = 3;

    private const SWEEP_SECONDS = 1;

    private const HEAD_BYTES = 65_536;

    /** @var array<int, Waiting> by the number of the stream */
    private array $waiting = [];

    private readonly Interval $look;

    private readonly Interval $note;

    private readonly Interval $sweep;

    /** @param resource $server */
    private function __construct(private $server)
    {
        $this->look = new Interval(self::LOOK_SECONDS);
        $this->note = new Interval(self::NOTE_SECONDS);
        $this->sweep = new Interval(self::SWEEP_SECONDS);
        Heartbeat::of(Heartbeat::NEWS);
    }

    public static function at(string $socket): self
    {
        @unlink($socket);
        $server = @stream_socket_server("unix://{$socket}", $code, $words) ?: throw new \RuntimeException("No news can be told at {$socket}: {$words}");
        chmod($socket, 0o600);
        stream_set_blocking($server, false);

        return new self($server);
    }

    /** Waits for what comes next, and answers whoever can be answered. */
    public function turn(): void
    {
        $read = [$this->server, ...array_map(static fn (Waiting $one) => $one->stream, array_values($this->waiting))];
        $none = null;
        if (@stream_select($read, $none, $none, 0, (int) (self::LOOK_SECONDS * 1_000_000)) > 0) {
            foreach ($read as $stream) {
                $stream === $this->server ? $this->accept() : $this->read($this->waiting[(int) $stream]);
            }
        }
        if ($this->look->isDue()) {
            rescue($this->tell(...), fn () => array_map($this->nothing(...), $this->waiting));
        }
        if ($this->sweep->isDue()) {
            rescue(Presence::sweep(...));
        }
        if ($this->note->isDue()) {
            Heartbeat::of(Heartbeat::NEWS);
            rescue(fn () => Visits::seeAll(array_values(array_filter(array_map(static fn (Waiting $one): ?string => $one->visit, $this->waiting)))));
        }
    }

    /** Everybody asks again, of whoever comes next. */
    public function close(): void
    {
        array_map($this->nothing(...), $this->waiting);
        fclose($this->server);
    }

    private function accept(): void
    {
        while (($stream = @stream_socket_accept($this->server, 0)) !== false) {
            stream_set_blocking($stream, false);
            $this->waiting[(int) $stream] = new Waiting($stream);
        }
    }

    private function read(Waiting $one): void
    {
        $bytes = @fread($one->stream, 8192);
        if ($bytes === false || ($bytes === '' && feof($one->stream)) || strlen($one->asked) > self::HEAD_BYTES) {
            $this->drop($one);

            return;
        }
        $one->asked .= $bytes;
        if ($one->isRead() && count($this->waiting) > self::PLACES) {
            $this->nothing($one);
        }
    }

    private function tell(): void
    {
        $waiting = array_filter($this->waiting, static fn (Waiting $one): bool => $one->isRead());
        $last = Pulse::lastOf(array_values(array_unique(array_map(static fn (Waiting $one): int => $one->workspace, $waiting))));
        $woken = [];
        $all = array_count_values(array_map(static fn (Waiting $one): int => $one->workspace, $waiting));
        foreach ($waiting as $one) {
            if (($last[$one->workspace] ?? 0) !== $one->after) {
                // All at once would keep whoever writes in that moment waiting behind them.
                $woken[$one->workspace] = ($woken[$one->workspace] ?? 0) + 1;
                if ($woken[$one->workspace] <= max(self::AT_ONCE, intdiv($all[$one->workspace], self::IN_LOOKS))) {
                    $this->answer($one, ['X-Accel-Redirect: /-waited'], '');
                }
            } elseif ($one->until <= microtime(true)) {
                $this->nothing($one);
            }
        }
    }

    private function nothing(Waiting $one): void
    {
        $one->isRead() ? $this->answer($one, ['Content-Type: application/json', 'Cache-Control: no-cache, private'], (string) json_encode(new PulseData($one->after, [], [], [], [], 0, true, null))) : $this->drop($one);
    }

    /** @param list<string> $headers */
    private function answer(Waiting $one, array $headers, string $body): void
    {
        $lines = ['HTTP/1.1 200 OK', ...$headers, 'Content-Length: '.strlen($body), 'Connection: close'];
        // So short an answer always has room in the socket.
        @fwrite($one->stream, implode("\r\n", $lines)."\r\n\r\n{$body}");
        $this->drop($one);
    }

    private function drop(Waiting $one): void
    {
        unset($this->waiting[(int) $one->stream]);
        @fclose($one->stream);
    }
}
