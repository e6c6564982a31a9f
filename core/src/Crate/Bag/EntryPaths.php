<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Bag;

use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Text\Pattern;

/** Says which paths in an archive or a folder from elsewhere can be trusted to be files of it, and why others cannot. */
final class EntryPaths
{
    /** @var array<string, true> keys of the paths so far */
    private array $seen = [];

    /** @var list<BagFault> */
    public array $faults = [];

    /**
     * @param  string  $path  as it stands there
     * @param  bool  $isFile  whether it is a regular file; else a link, a device or the like
     */
    public function accept(string $path, bool $isFile = true): bool
    {
        $why = match (true) {
            ! mb_check_encoding($path, 'UTF-8') => 'Its name is no UTF-8.',
            str_contains($path, "\0") => 'Its name has a zero byte.',
            $path === '' || $path[0] === '/' || Pattern::matches('~^[A-Za-z]:~', $path) => 'Its path is absolute.',
            str_contains($path, '\\') => 'Its path has a backslash, which some systems take for the border of a folder.',
            Path::normalise($path) !== $path => 'Its path has “.”, “..” or an empty name in it.',
            strlen($path) > Path::PATH_BYTES || max(array_map(strlen(...), explode('/', $path))) > Path::NAME_BYTES => 'Its path or a name in it is too long.',
            ! $isFile => 'It is no file, but a link, a device or the like.',
            isset($this->seen[Path::fold($path)]) => 'Another entry has this name, or one that differs only in letter case.',
            default => null,
        };
        if ($why !== null) {
            $this->faults[] = new BagFault(mb_check_encoding($path, 'UTF-8') ? str_replace("\0", '␀', $path) : mb_scrub($path, 'UTF-8'), $why);

            return false;
        }
        $this->seen[Path::fold($path)] = true;

        return true;
    }

    /**
     * The one folder that holds a bag in an archive (RFC 8493, section 4); '' where its files lie at the top.
     *
     * @param  list<string>  $paths
     */
    public static function base(array $paths): string
    {
        $base = null;
        foreach ($paths as $path) {
            $slash = strpos($path, '/');
            $top = $slash === false ? '' : substr($path, 0, $slash + 1);
            if ($top === '' || ($base !== null && $base !== $top)) {
                return '';
            }
            $base = $top;
        }

        return $base ?? '';
    }
}
