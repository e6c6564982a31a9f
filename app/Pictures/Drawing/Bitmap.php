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

    /** Of a still that stands in a picture with others. */
    private const STILL_PIXELS = 12_000_000;

    /** Packed. */
    public const BYTES = 64 << 20;

    private const PNG_LEVEL = 3;

    private const JPEG_QUALITY = 84;

    /** @param array{float, float, float, float}|null $part as an Aspect says it */
    public function draw(string $bytes, ?array $part = null): Drawn
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
        $small = self::fitted($part === null ? $image : self::cut($image, $part), self::WIDTH, self::HEIGHT);

        return in_array($size[2], [IMAGETYPE_JPEG, IMAGETYPE_BMP], true) ? self::jpeg($small) : self::png($small);
    }

    /** So small that it fits; one that is smaller stays as it is. */
    private static function fitted(\GdImage $image, int $most, int $highest): \GdImage
    {
        [$across, $down] = [imagesx($image), imagesy($image)];
        $scale = min(1.0, $most / $across, $highest / $down);
        [$width, $height] = [max(1, (int) round($across * $scale)), max(1, (int) round($down * $scale))];
        if ($scale < 0.5) {
            // Points are taken for twice the size, and of these the mean: to take the mean of all of them takes three times as long, and looks the same.
            $half = self::blank(2 * $width, 2 * $height);
            imagecopyresized($half, $image, 0, 0, 0, 0, 2 * $width, 2 * $height, $across, $down);
            $image = $half;
        }
        $small = self::blank($width, $height);
        imagecopyresampled($small, $image, 0, 0, 0, 0, $width, $height, imagesx($image), imagesy($image));

        return $small;
    }

    /** @param array{float, float, float, float} $part as an Aspect says it */
    public static function cut(\GdImage $image, array $part): \GdImage
    {
        [$width, $height] = [imagesx($image), imagesy($image)];
        $place = ['x' => (int) ($part[0] * $width), 'y' => (int) ($part[1] * $height), 'width' => max(1, (int) round($part[2] * $width)), 'height' => max(1, (int) round($part[3] * $height))];
        $cut = imagecrop($image, $place);
        if ($cut === false) {
            return $image;
        }
        imagesavealpha($cut, true);

        return $cut;
    }

    /**
     * A still in a picture of something else.
     *
     * @return ?string JPEG; null: it cannot be drawn, or takes too long to
     */
    public static function still(string $bytes, int $width, int $height): ?string
    {
        $size = @getimagesizefromstring($bytes);
        $image = $size === false || $size[0] * $size[1] > self::STILL_PIXELS ? false : @imagecreatefromstring($bytes);

        return $image === false ? null : self::jpeg(self::fitted($image, $width, $height))->bytes;
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
