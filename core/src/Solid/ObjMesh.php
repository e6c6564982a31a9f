<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Solid;

/** The faces of a Wavefront OBJ file (http://paulbourke.net/dataformats/obj/). */
final readonly class ObjMesh
{
    private const COLOUR = 0xB7BFC2;

    private const CORNERS = 64;

    public static function read(string $bytes, Mesh $mesh): void
    {
        $points = [];
        $shapes = new Shapes($mesh, Placing::none(), self::COLOUR);
        for ($at = 0, $end = strlen($bytes); $at < $end && ! $mesh->isFull(); $at = $to + 1) {
            $to = strpos($bytes, "\n", $at);
            $to = $to === false ? $end : $to;
            $line = trim(substr($bytes, $at, min(4096, $to - $at)));
            if (str_starts_with($line, 'v ')) {
                $points[] = array_map(floatval(...), array_pad(array_slice(array_values(array_filter(explode(' ', substr($line, 2)), static fn (string $part): bool => $part !== '')), 0, 3), 3, '0'));
            } elseif (str_starts_with($line, 'f ')) {
                $corners = [];
                foreach (array_slice(array_filter(explode(' ', substr($line, 2)), static fn (string $part): bool => $part !== ''), 0, self::CORNERS) as $part) {
                    $number = (int) $part;
                    // Numbers below nought count back from the last point.
                    $point = $points[$number < 0 ? count($points) + $number : $number - 1] ?? null;
                    if ($point !== null) {
                        $corners[] = $point;
                    }
                }
                $shapes->face($corners);
            }
        }
    }
}
