<?php

declare(strict_types=1);

namespace App\Support;

/** Values on their way between two processes of ours, each behind its length in four bytes. */
final class Frames
{
    public static function of(mixed $value): string
    {
        $bytes = serialize($value);

        return pack('N', strlen($bytes)).$bytes;
    }

    /**
     * @param  list<class-string>  $classes  whose objects may be among them
     * @return mixed the first whole value, which is taken out of what was heard; null: there is none yet
     */
    public static function take(string &$heard, array $classes = []): mixed
    {
        $length = strlen($heard) < 4 ? null : unpack('N', $heard)[1] ?? null;
        if ($length === null || strlen($heard) < 4 + $length) {
            return null;
        }
        $value = unserialize(substr($heard, 4, $length), ['allowed_classes' => $classes === [] ? false : $classes]);
        $heard = substr($heard, 4 + $length);

        return $value;
    }
}
