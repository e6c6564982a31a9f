<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Path;

use Hafenbuch\Core\Text\Pattern;

/** A path that a document may get. What is there already may have others. */
final class NewPath
{
    /** Programs run or trust what lies in these folders and files, whoever has put it there. */
    private const TRUSTED = ['.git', 'git~1', '.gitmodules', '.hg', '.svn', '.bzr', '.ssh', '.env', '.htaccess', '.htpasswd', '.user.ini'];

    private const TRUSTED_STARTS = ['.env.', '.hafenbuch-'];

    /** Characters that nobody sees, or that turn the direction of what follows, by which a name can pass for another (UTS #39). */
    private const UNSEEN = '~[\x{80}-\x{9f}\x{61c}\x{200b}\x{200e}\x{200f}\x{2028}-\x{202e}\x{2060}-\x{2069}\x{feff}]~u';

    /** @throws InvalidPath */
    public static function of(string $path): Path
    {
        $checked = Path::of($path);
        $trusted = self::trustedIn($checked->value);
        if ($trusted !== null) {
            throw InvalidPath::trusted($trusted);
        }
        if (Pattern::matches('~[\x00-\x1f\x7f]~', $checked->value)) {
            throw InvalidPath::controlCharacter($checked->value);
        }
        $unseen = self::unseenIn($checked->value);

        return $unseen === null ? $checked : throw InvalidPath::unseenCharacter($unseen);
    }

    /** The name in a path that other programs would run or trust; null: there is none. */
    public static function trustedIn(string $path): ?string
    {
        foreach (explode('/', $path) as $name) {
            // As file systems take it that do not tell letter cases apart, or cut off dots and spaces.
            $plain = rtrim(Path::fold($name), '. ');
            foreach (self::TRUSTED_STARTS as $start) {
                if (str_starts_with($plain, $start)) {
                    return $name;
                }
            }
            if (in_array($plain, self::TRUSTED, true)) {
                return $name;
            }
        }

        return null;
    }

    /** The first character that nobody sees; null: there is none. */
    public static function unseenIn(string $text): ?string
    {
        return Pattern::matches(self::UNSEEN, $text, $found) ? $found[0] : null;
    }
}
