<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Tests\Support;

/** Texts that a reference or a field may have to hold. */
final class Values
{
    public const HARD = [
        'plain.svg',
        'with space.svg',
        'Übersicht/Größe.svg',
        'a&b.svg',
        'a&amp;b.svg',
        'quote"double.svg',
        "quote'single.svg",
        'paren(open.svg',
        'paren)close.svg',
        'both(1).svg',
        'hash#part',
        'percent%20.svg',
        'less<more>.svg',
        'back\\slash.svg',
        '../up/../and/down.svg?x=1&y=2#z',
        '&#65;.svg',
        'emoji-🌊.svg',
        'star*under_score`tick.svg',
        ' leading and trailing ',
        "tab\there",
    ];

    public static function random(): string
    {
        $characters = ['a', 'b', 'Z', '7', ' ', '&', '"', "'", '(', ')', '<', '>', '#', '%', '\\', ';', 'ü', '🌊', '[', ']', '!', '{', '}', '/', '.', '*', '_', '`', '&amp;', '%20', '=', ':'];
        $value = 'v';
        for ($length = mt_rand(0, 12); $length > 0; $length--) {
            $value .= $characters[array_rand($characters)];
        }

        return $value;
    }
}
