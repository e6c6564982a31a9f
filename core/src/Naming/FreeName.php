<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Naming;

use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Path\NewPath;
use Hafenbuch\Core\Path\Path;

/** Finds a path near a taken one, by a number behind the name. */
final class FreeName
{
    /** Where so many numbers are taken, a person chooses better. */
    private const TRIES = 10_000;

    /**
     * @param  callable(string): bool  $isTaken  whether a path cannot be had
     * @return ?string null: no number makes the path one that can be had
     */
    public static function near(string $path, callable $isTaken): ?string
    {
        $folder = Path::folderOf($path);
        $file = FileName::of(Path::nameOf($path));
        for ($number = 2; $number < self::TRIES; $number++) {
            $ending = "-{$number}";
            $stem = mb_strcut($file->stem, 0, max(0, Path::NAME_BYTES - strlen($file->withStem($ending))), 'UTF-8');
            $free = ($folder === '' ? '' : $folder.'/').$file->withStem($stem.$ending);
            try {
                NewPath::of($free);
            } catch (InvalidPath) {
                return null;
            }
            if (! $isTaken($free)) {
                return $free;
            }
        }

        return null;
    }
}
