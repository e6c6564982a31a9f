<?php

declare(strict_types=1);

namespace App\Workspace;

use App\Workspace\Files\DiskContentStore;
use getID3;
use Hafenbuch\Core\Picture\ColourFacts;

/** What is known of a sound, a moving or a still picture without showing it. */
final readonly class MediaFacts
{
    public function __construct(private DiskContentStore $contents) {}

    /** @return array<string, string> value by name, in the order in which they are shown */
    public function of(string $hash, string $mediaType): array
    {
        $file = self::isMedia($mediaType) ? @fopen($this->contents->file($hash), 'rb') : false;
        if ($file === false) {
            return [];
        }

        return self::ofStream($file, $mediaType);
    }

    public static function isMedia(string $mediaType): bool
    {
        return preg_match('~^(?:audio|video|image)/(?!svg)~', $mediaType) === 1;
    }

    /**
     * All that is known of it, of a bitmap also how it keeps its colours.
     *
     * @param  resource  $file  whoever opened it has made sure that it may be read; it is closed
     * @return array<string, string>
     */
    public static function ofStream($file, string $mediaType): array
    {
        if (! str_starts_with($mediaType, 'image/')) {
            return self::ofSound($file);
        }
        $head = (string) stream_get_contents($file, ColourFacts::BYTES);
        fclose($file);

        return [...self::measured(@getimagesizefromstring($head)), ...ColourFacts::of($head)];
    }

    /** @return array<string, string> of a sound, a moving or a still picture, as far as two of them are likely the same */
    public static function ofFile(string $path, string $mediaType): array
    {
        if (str_starts_with($mediaType, 'image/')) {
            return self::measured(@getimagesize($path));
        }
        $file = @fopen($path, 'rb');
        if ($file === false) {
            return [];
        }

        return self::ofSound($file);
    }

    /**
     * @param  array<array-key, mixed>|false  $size
     * @return array<string, string>
     */
    private static function measured(array|false $size): array
    {
        return $size === false ? [] : ['width × height' => "{$size[0]} × {$size[1]} px"];
    }

    /**
     * @param  resource  $file  it is closed
     * @return array<string, string> also of what moves
     */
    private static function ofSound($file): array
    {
        $reader = new getID3;
        // What it finds is only shown; it shall not look for tags in the whole of a long recording.
        $reader->setOption(['option_md5_data' => false, 'option_save_attachments' => false, 'option_tags_html' => false]);
        $found = $reader->analyze('opened', fstat($file)['size'] ?? 0, '', $file);

        return array_filter([
            'duration' => isset($found['playtime_seconds']) ? self::duration((float) $found['playtime_seconds']) : '',
            'coding' => implode(', ', array_unique(array_filter([$found['audio']['dataformat'] ?? '', $found['video']['dataformat'] ?? '']))),
            'sound' => self::joined([isset($found['audio']['channels']) ? $found['audio']['channels'].($found['audio']['channels'] == 1 ? ' channel' : ' channels') : '', isset($found['audio']['sample_rate']) ? round((float) $found['audio']['sample_rate'] / 1000, 1).' kHz' : '', isset($found['audio']['bits_per_sample']) ? "{$found['audio']['bits_per_sample']} bit" : '']),
            'width × height' => isset($found['video']['resolution_x'], $found['video']['resolution_y']) ? "{$found['video']['resolution_x']} × {$found['video']['resolution_y']} px" : '',
        ], static fn (string $value): bool => $value !== '');
    }

    private static function duration(float $seconds): string
    {
        $whole = (int) $seconds;

        return sprintf('%d:%02d:%02d.%03d', intdiv($whole, 3600), intdiv($whole, 60) % 60, $whole % 60, (int) round(($seconds - $whole) * 1000) % 1000);
    }

    /** @param list<string> $parts */
    private static function joined(array $parts): string
    {
        return implode(', ', array_filter($parts, static fn (string $part): bool => $part !== ''));
    }
}
