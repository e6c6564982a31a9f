<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Path;

/**
 * A path inside a workspace: relative to its root, `/` between names, no `.` and no `..`.
 * Two paths are the same when their bytes are; letter case and Unicode form count.
 */
final readonly class Path implements \Stringable
{
    /** NAME_MAX and PATH_MAX of Linux (limits.h), in bytes. */
    public const NAME_BYTES = 255;

    public const PATH_BYTES = 4095;

    private function __construct(public string $value) {}

    /** @throws InvalidPath */
    public static function of(string $path): self
    {
        if ($path === '') {
            throw InvalidPath::empty();
        }
        if (! mb_check_encoding($path, 'UTF-8')) {
            throw InvalidPath::notText();
        }
        if (str_contains($path, "\0")) {
            throw InvalidPath::controlCharacter($path);
        }
        if ($path[0] === '/') {
            throw InvalidPath::absolute($path);
        }
        $normal = self::normalise($path);
        if ($normal === null) {
            throw InvalidPath::outsideRoot($path);
        }
        if ($normal === '' || str_ends_with($path, '/')) {
            throw InvalidPath::empty();
        }
        if (strlen($normal) > self::PATH_BYTES) {
            throw InvalidPath::pathTooLong(strlen($normal));
        }
        foreach (strlen($normal) > self::NAME_BYTES ? explode('/', $normal) : [] as $name) {
            if (strlen($name) > self::NAME_BYTES) {
                throw InvalidPath::nameTooLong($name);
            }
        }

        return new self($normal);
    }

    /**
     * Removes empty names, `.` and `..` (RFC 3986, section 5.2.4, but strict at the root).
     *
     * @return ?string null when the path leads above its start
     */
    public static function normalise(string $path): ?string
    {
        // As nearly all are.
        if ($path !== '' && $path[0] !== '.' && $path[0] !== '/' && $path[-1] !== '/' && ! str_contains($path, '/.') && ! str_contains($path, '//')) {
            return $path;
        }
        $names = [];
        foreach (explode('/', $path) as $name) {
            if ($name === '' || $name === '.') {
                continue;
            }
            if ($name !== '..') {
                $names[] = $name;
            } elseif (array_pop($names) === null) {
                return null;
            }
        }

        return implode('/', $names);
    }

    /** The folder part of a path, '' for the root. */
    public static function folderOf(string $path): string
    {
        $slash = strrpos($path, '/');

        return $slash === false ? '' : substr($path, 0, $slash);
    }

    /**
     * The innermost folder that has all of the paths below it, '' for the root.
     *
     * @param  list<string>  $paths
     */
    public static function commonFolder(array $paths): string
    {
        $common = $paths === [] ? '' : self::folderOf($paths[0]);
        foreach ($paths as $path) {
            while ($common !== '' && ! str_starts_with($path, $common.'/')) {
                $common = self::folderOf($common);
            }
        }

        return $common;
    }

    public static function nameOf(string $path): string
    {
        $slash = strrpos($path, '/');

        return $slash === false ? $path : substr($path, $slash + 1);
    }

    /** The extension in lower case without its dot, '' where there is none. */
    public static function extensionOf(string $path): string
    {
        $name = self::nameOf($path);
        $dot = strrpos($name, '.');

        return $dot === false || $dot === 0 ? '' : strtolower(substr($name, $dot + 1));
    }

    /** What two names that differ only in letter case or Unicode form have in common. */
    public static function fold(string $path): string
    {
        $composed = \Normalizer::normalize($path, \Normalizer::FORM_C);

        return mb_convert_case($composed === false ? $path : $composed, MB_CASE_FOLD, 'UTF-8');
    }

    /** A key of fixed length for a path, for where a path is too long. */
    public static function key(string $path): string
    {
        return hash('sha256', $path);
    }

    public function __toString(): string
    {
        return $this->value;
    }
}
