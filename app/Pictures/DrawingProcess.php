<?php

declare(strict_types=1);

namespace App\Pictures;

use App\Pictures\Drawing\Drawn;
use App\Support\Frames;
use Symfony\Component\Process\InputStream;
use Symfony\Component\Process\Process;

/** A process of its own that draws one content after the other; one that takes too long or too much is killed, and another goes on. */
final class DrawingProcess
{
    public const SECONDS = 12.0;

    public const MEMORY = '384M';

    private ?Process $process = null;

    private ?InputStream $asks = null;

    private string $heard = '';

    private float $until = 0;

    public function begin(Subject $subject): void
    {
        $this->running();
        $this->asks?->write(Frames::of($subject->told()));
        $this->until = microtime(true) + self::SECONDS;
    }

    /**
     * @return ?Drawn null: it is still at it
     *
     * @throws CannotDraw
     */
    public function drawn(): ?Drawn
    {
        $isRunning = $this->process?->isRunning() ?? false;
        $this->heard .= $this->process?->getIncrementalOutput() ?? '';
        /** @var ?array{?string, string} $answer the kind of picture and its bytes; or null and why there is none */
        $answer = Frames::take($this->heard);
        if ($answer !== null) {
            [$kind, $bytes] = $answer;

            return $kind === null ? throw new CannotDraw($bytes) : new Drawn($kind, $bytes);
        }
        if (! $isRunning) {
            $this->end();

            throw CannotDraw::because('it takes more memory than '.self::MEMORY.'iB to draw it, or breaks what draws it');
        }
        if (microtime(true) > $this->until) {
            $this->end();

            throw CannotDraw::because('drawing it takes more than '.(int) self::SECONDS.' seconds');
        }

        return null;
    }

    public function end(): void
    {
        $this->asks?->close();
        $this->process?->stop(0, SIGKILL);
        $this->process = $this->asks = null;
        $this->heard = '';
    }

    private function running(): Process
    {
        if ($this->process === null || ! $this->process->isRunning()) {
            $this->asks = new InputStream;
            $this->process = new Process([PHP_BINARY, '-d', 'memory_limit='.self::MEMORY, '-d', 'display_errors=stderr', '-d', 'opcache.enable_cli=0', base_path('bin/draw-pictures')], base_path(), null, $this->asks, null);
            $this->process->start();
            $this->heard = '';
        }

        return $this->process;
    }
}
