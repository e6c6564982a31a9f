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
    public const PIXELS = 40_000_000;

    /** Packed. */
    public const BYTES = 64 << 20;

    private const PNG_LEVEL = 3;

    private const JPEG_QUALITY = 84;

    public function draw(string $bytes): Drawn
    {
        $size = @getimagesizefromstring($bytes);
        if ($size === false || $size[0] < 1 || $size[1] < 1) {
            throw CannotDraw::because('it is damaged, or of a kind that is not known');
        }
        if ($size[0] * $size[1] > self::PIXELS) {
            throw CannotDraw::because(sprintf('it has %s × %s pixels; at most %d million are drawn', number_format($size[0]), number_format($size[1]), self::PIXELS / 1_000_000));
        }
        $image = @imagecreatefromstring($bytes);
        if ($image === false) {
            throw CannotDraw::because('it is damaged, or of a kind that is not known');
        }
        // One that is smaller stays as it is.
        $scale = min(1.0, self::WIDTH / $size[0], self::HEIGHT / $size[1]);
        [$width, $height] = [max(1, (int) round($size[0] * $scale)), max(1, (int) round($size[1] * $scale))];
        if ($scale < 0.5) {
            // Points are taken for twice the size, and of these the mean: to take the mean of all of them takes three times as long, and looks the same.
            $half = self::blank(2 * $width, 2 * $height);
            imagecopyresized($half, $image, 0, 0, 0, 0, 2 * $width, 2 * $height, $size[0], $size[1]);
            $image = $half;
        }
        $small = self::blank($width, $height);
        imagecopyresampled($small, $image, 0, 0, 0, 0, $width, $height, imagesx($image), imagesy($image));

        return in_array($size[2], [IMAGETYPE_JPEG, IMAGETYPE_BMP], true) ? self::jpeg($small) : self::png($small);
    }

    /** Whose points can be seen through. */
    public static function blank(int $width, int $height): \GdImage
    {
        $image = imagecreatetruecolor($width, $height);
        imagealphablending($image, false);
        imagesavealpha($image, true);

        return $image;
    }

    public static function png(\GdImage $image): Drawn
    {
        ob_start();
        imagepng($image, null, self::PNG_LEVEL);

        return new Drawn(Drawn::PNG, (string) ob_get_clean());
    }

    private static function jpeg(\GdImage $image): Drawn
    {
        ob_start();
        imagejpeg($image, null, self::JPEG_QUALITY);

        return new Drawn(Drawn::JPEG, (string) ob_get_clean());
    }
}
