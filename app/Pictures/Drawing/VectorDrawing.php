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

    /** @param array{float, float, float, float}|null $part as an Aspect says it */
    public function draw(string $svg, ?array $part = null): Drawn
    {
        // Of a part the whole is drawn so large that the part fills the picture.
        $whole = [(int) round(Bitmap::WIDTH / ($part[2] ?? 1)), (int) round(Bitmap::HEIGHT / ($part[3] ?? 1))];
        $process = new Process([
            'sh', '-c', 'ulimit -v '.self::KIBIBYTES.' && ulimit -t '.self::SECONDS.' && exec rsvg-convert --keep-aspect-ratio --width "$0" --height "$1" --format png', ...array_map(strval(...), $whole),
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
        $image = $part === null ? false : @imagecreatefromstring($png);

        return $part === null || $image === false ? new Drawn(Drawn::PNG, $png) : Bitmap::png(Bitmap::cut($image, $part));
    }
}
