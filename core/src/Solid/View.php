<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Solid;

/** A mesh as it looks without perspective, lit from the left; from the front, a little from the right and from above, where nobody says otherwise. */
final readonly class View
{
    /** About the upright axis, and up; in radians. */
    private const TURN = [-0.62, 0.48];

    private const LIGHT = [-0.35, 0.75, 0.56];

    /** Of the brightness, what is in the shade. */
    private const SHADE = 0.45;

    /**
     * @param  float  $room  left free on each side, in pixels
     * @param  array{float, float}|null  $turn  about the upright axis, then up, in radians
     * @return list<array{list<float>, int}> triangles as three points in pixels and a colour 0xRRGGBB, those behind first
     */
    public static function of(Mesh $mesh, float $width, float $height, float $room, ?array $turn = null): array
    {
        [$yaw, $pitch] = $turn ?? self::TURN;
        [$cosY, $sinY, $cosP, $sinP] = [cos($yaw), sin($yaw), cos($pitch), sin($pitch)];
        $seen = $depths = [];
        $left = $top = INF;
        $right = $bottom = -INF;
        foreach ($mesh->triangles() as [$corners, $colour]) {
            $turned = [];
            for ($i = 0; $i < 9; $i += 3) {
                [$x, $y, $z] = [$corners[$i], $corners[$i + 1], $corners[$i + 2]];
                [$x, $z] = [$x * $cosY + $z * $sinY, -$x * $sinY + $z * $cosY];
                [$y, $z] = [$y * $cosP - $z * $sinP, $y * $sinP + $z * $cosP];
                array_push($turned, $x, -$y, $z);
                [$left, $right, $top, $bottom] = [min($left, $x), max($right, $x), min($top, -$y), max($bottom, -$y)];
            }
            $seen[] = [$turned, self::lit($corners, $colour)];
            $depths[] = $turned[2] + $turned[5] + $turned[8];
        }
        if ($seen === []) {
            return [];
        }
        asort($depths);
        $scale = min(($width - 2 * $room) / max(1e-12, $right - $left), ($height - 2 * $room) / max(1e-12, $bottom - $top));
        [$shiftX, $shiftY] = [$width / 2 - $scale * ($left + $right) / 2, $height / 2 - $scale * ($top + $bottom) / 2];
        $drawn = [];
        foreach (array_keys($depths) as $number) {
            [$t, $colour] = $seen[$number];
            $drawn[] = [[$shiftX + $scale * $t[0], $shiftY + $scale * $t[1], $shiftX + $scale * $t[3], $shiftY + $scale * $t[4], $shiftX + $scale * $t[6], $shiftY + $scale * $t[7]], $colour];
        }

        return $drawn;
    }

    /** @param list<float> $c */
    private static function lit(array $c, int $colour): int
    {
        [$ux, $uy, $uz, $vx, $vy, $vz] = [$c[3] - $c[0], $c[4] - $c[1], $c[5] - $c[2], $c[6] - $c[0], $c[7] - $c[1], $c[8] - $c[2]];
        [$nx, $ny, $nz] = [$uy * $vz - $uz * $vy, $uz * $vx - $ux * $vz, $ux * $vy - $uy * $vx];
        $length = sqrt($nx * $nx + $ny * $ny + $nz * $nz);
        // Which way a face was wound says little in files from everywhere, so both of its sides are lit.
        $light = $length < 1e-30 ? 0.0 : abs($nx * self::LIGHT[0] + $ny * self::LIGHT[1] + $nz * self::LIGHT[2]) / $length;
        $strength = self::SHADE + (1 - self::SHADE) * $light;

        return ((int) (($colour >> 16 & 0xFF) * $strength) << 16) | ((int) (($colour >> 8 & 0xFF) * $strength) << 8) | (int) (($colour & 0xFF) * $strength);
    }
}
