<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate;

use Hafenbuch\Core\Naming\FileName;
use Hafenbuch\Core\Path\NewPath;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Text\Pattern;

/** Names that every file system takes (see FileName::trouble), so that a crate can be unpacked anywhere. */
final class PortableName
{
    /** Longest name that is left; systems that store two bytes a character, or that compose letters otherwise, need room. */
    private const BYTES = 240;

    /** @return array{string, ?string} the name, and why it is another one; null: it is the same */
    public static function of(string $name): array
    {
        $composed = \Normalizer::normalize($name, \Normalizer::FORM_C);
        $portable = $composed === false ? $name : $composed;
        $why = $portable === $name ? null : 'Its letters and accents were stored apart, which other systems compose.';
        $trouble = FileName::trouble($portable);
        if ($trouble !== null || NewPath::trustedIn($portable) !== null) {
            $why = $trouble ?? 'Other programs would run or trust a file of this name.';
            $portable = self::mended($portable);
        }
        if (strlen($portable) > self::BYTES) {
            $why = 'Its name is longer than '.self::BYTES.' bytes.';
            $file = FileName::of($portable);
            $portable = $file->withStem(rtrim(mb_strcut($file->stem, 0, max(1, self::BYTES - strlen($file->ending)), 'UTF-8'), '. '));
        }

        return [$portable, $why];
    }

    private static function mended(string $name): string
    {
        while (($unseen = NewPath::unseenIn($name)) !== null) {
            $name = str_replace($unseen, '', $name);
        }
        $plain = rtrim(Pattern::replace('~[\x00-\x1f\x7f<>:"|?*\\\\]+~', '-', $name), '. ');
        if ($plain === '') {
            $plain = '_';
        }

        return FileName::trouble($plain) !== null || NewPath::trustedIn($plain) !== null ? '_'.ltrim($plain, '.') : $plain;
    }

    /** @return array{string, ?string} a path, each of whose names is portable */
    public static function path(string $path): array
    {
        $names = $reasons = [];
        foreach (explode('/', $path) as $name) {
            [$names[], $reasons[]] = self::of($name);
        }

        return [implode('/', $names), array_values(array_filter($reasons))[0] ?? null];
    }

    /** Two paths that some file system takes for one. */
    public static function key(string $path): string
    {
        return Path::fold($path);
    }
}
