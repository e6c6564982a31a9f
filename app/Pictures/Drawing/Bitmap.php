<?php

declare(strict_types=1);

namespace App\Pictures\Drawing;

use App\Pictures\CannotDraw;

/** Pixels, made small. */
final readonly class Bitmap
{
    /** A small picture has at most so many pixels on each side; twice what is shown, for fine screens. */
    public const WIDTH = 320;

    public const HEIGHT = 240;

    /** Unpacked, each takes four bytes. */
    private const PIXELS = 40_000_000;

    private const BYTES = 256 << 20;

    public function draw(string $file): Drawn
    {
        $size = @getimagesize($file);
        if ($size === false || $size[0] < 1 || $size[1] < 1) {
            throw CannotDraw::because('it is damaged, or of a kind that is not known');
        }
        if ($size[0] * $size[1] > self::PIXELS || (int) filesize($file) > self::BYTES) {
            throw CannotDraw::because(sprintf('it has %s × %s pixels; at most %d million are drawn', number_format($size[0]), number_format($size[1]), self::PIXELS / 1_000_000));
        }
        $image = @imagecreatefromstring((string) file_get_contents($file));
        if ($image === false) {
            throw CannotDraw::because('it is damaged, or of a kind that is not known');
        }
        // One that is smaller stays as it is.
        $scale = min(1.0, self::WIDTH / $size[0], self::HEIGHT / $size[1]);
        [$width, $height] = [max(1, (int) round($size[0] * $scale)), max(1, (int) round($size[1] * $scale))];
        $small = imagecreatetruecolor($width, $height);
        imagealphablending($small, false);
        imagesavealpha($small, true);
        imagecopyresampled($small, $image, 0, 0, 0, 0, $width, $height, $size[0], $size[1]);

        return self::png($small);
    }

    public static function png(\GdImage $image): Drawn
    {
        ob_start();
        imagepng($image, null, 6);

        return new Drawn(Drawn::PNG, (string) ob_get_clean());
    }
}
