<?php

declare(strict_types=1);

namespace App\Serving\Health;

/** By which those who work in the background show that they are alive. */
final class Heartbeat
{
    public const WATCH = 'watch';

    public const QUEUE = 'queue';

    public const NEWS = 'news';

    /** The longest silence of each, in seconds: a scan, or what is tidied every hour, can take minutes in a large workspace. */
    public const SILENCE = [self::WATCH => 300, self::QUEUE => 900, self::NEWS => 30];

    public static function of(string $name): void
    {
        $folder = storage_path('framework/alive');
        if (! is_dir($folder)) {
            @mkdir($folder, 0o700, true);
        }
        @touch("{$folder}/{$name}");
    }

    /** @return ?int how many seconds it has been silent; null where it was never heard of */
    public static function silence(string $name): ?int
    {
        $file = storage_path("framework/alive/{$name}");
        clearstatcache(true, $file);
        $at = @filemtime($file);

        return $at === false ? null : max(0, time() - $at);
    }
}
