<?php

declare(strict_types=1);

namespace App\Pictures\Drawing;

use App\Pictures\CannotDraw;
use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\Process;

/** SVG, drawn by rsvg-convert, which runs no script, and from its standard input loads nothing. */
final readonly class VectorDrawing
{
    private const SECONDS = 6;

    private const KIBIBYTES = 600_000;

    public function draw(string $svg): Drawn
    {
        $process = new Process([
            'sh', '-c', 'ulimit -v '.self::KIBIBYTES.' -t '.self::SECONDS.'; exec rsvg-convert --keep-aspect-ratio --width "$0" --height "$1" --format png', (string) Bitmap::WIDTH, (string) Bitmap::HEIGHT,
        ], '/', ['PATH' => getenv('PATH') ?: '/usr/bin:/bin', 'LANG' => 'C.UTF-8'], $svg, self::SECONDS + 1);
        try {
            $process->run();
        } catch (ProcessTimedOutException) {
            throw CannotDraw::because('drawing it takes more than '.self::SECONDS.' seconds');
        }
        $png = $process->getOutput();
        if ($process->getExitCode() === 127) {
            throw CannotDraw::because('rsvg-convert is not installed (Debian’s librsvg2-bin)');
        }
        if (! str_starts_with($png, "\x89PNG")) {
            throw CannotDraw::because($process->getTermSignal() === SIGXCPU || $process->getTermSignal() === SIGKILL ? 'drawing it takes more than '.self::SECONDS.' seconds' : 'it is no drawing, or takes more memory than is given');
        }

        return new Drawn(Drawn::PNG, $png);
    }
}
