<?php

declare(strict_types=1);

namespace App\Pictures\Drawing;

use App\Pictures\CannotDraw;
use Hafenbuch\Core\Solid\Mesh;
use Hafenbuch\Core\Solid\View;

/** A mesh, shaded. */
final readonly class Solid
{
    /** Drawn larger and made small, so that its edges are smooth. */
    private const LARGER = 2;

    /** @param array{float, float}|null $turn as View takes it */
    public function draw(Mesh $mesh, ?array $turn = null): Drawn
    {
        [$width, $height] = [Bitmap::WIDTH * self::LARGER, Bitmap::HEIGHT * self::LARGER];
        $triangles = View::of($mesh, $width, $height, 10.0 * self::LARGER, $turn);
        if ($triangles === []) {
            throw CannotDraw::because('no shape is in it that is drawn here');
        }
        $large = Bitmap::blank($width, $height);
        imagefill($large, 0, 0, (int) imagecolorallocatealpha($large, 0xFC, 0xFA, 0xF5, 127));
        foreach ($triangles as [$points, $colour]) {
            imagefilledpolygon($large, array_map(static fn (float $value): int => (int) round($value), $points), $colour);
        }
        $small = Bitmap::blank(Bitmap::WIDTH, Bitmap::HEIGHT);
        imagecopyresampled($small, $large, 0, 0, 0, 0, Bitmap::WIDTH, Bitmap::HEIGHT, $width, $height);

        return Bitmap::png($small);
    }
}
