<?php

declare(strict_types=1);

namespace Tests\Support;

/** The rooms of one part of the house, which are its folders, and which of them use which. */
final class Rooms
{
    /**
     * Of PHP, by the names that the files mention.
     *
     * @param  string  $prefix  the namespace that the folder stands for
     * @return array<string, list<string>> by room: the others that it uses
     */
    public static function ofPhp(string $folder, string $prefix): array
    {
        $pattern = '~(?<![\w\\\\])\\\\?'.preg_quote($prefix, '~').'\\\\(\w+)\\\\~';

        return self::of($folder, '~\.php$~', static function (string $source) use ($pattern): array {
            preg_match_all($pattern, $source, $found);

            return $found[1];
        });
    }

    /**
     * What only tests share is a room too, `testing`: any test may use it, so that only a use of it
     * by what is shipped counts.
     *
     * @return array<string, list<string>> by room: the others that it imports from
     */
    public static function ofTypeScript(string $folder): array
    {
        return self::of($folder, '~\.tsx?$~', static function (string $source, string $file): array {
            preg_match_all('~(?:from|import\()\s*\'\.\./(?:\.\./)*([\w-]+)/~', $source, $found);

            return preg_match('~\.test\.tsx?$~', $file) === 1 ? array_diff($found[1], ['testing']) : $found[1];
        });
    }

    /**
     * @param  array<string, list<string>>  $uses
     * @return list<string> the rooms of a circle, in order; empty: there is none
     */
    public static function circle(array $uses): array
    {
        $isDone = [];
        $visit = static function (string $room, array $way) use (&$visit, &$isDone, $uses): array {
            $start = array_search($room, $way, true);
            if ($start !== false) {
                return [...array_slice($way, (int) $start), $room];
            }
            foreach (isset($isDone[$room]) ? [] : $uses[$room] ?? [] as $next) {
                $circle = $visit($next, [...$way, $room]);
                if ($circle !== []) {
                    return $circle;
                }
            }
            $isDone[$room] = true;

            return [];
        };
        foreach (array_keys($uses) as $room) {
            $circle = $visit($room, []);
            if ($circle !== []) {
                return $circle;
            }
        }

        return [];
    }

    /**
     * @param  callable(string, string): array<int, string>  $mentioned  what a source, in the file of that name, mentions
     * @return array<string, list<string>>
     */
    private static function of(string $folder, string $files, callable $mentioned): array
    {
        $uses = [];
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($folder, \FilesystemIterator::SKIP_DOTS)) as $file) {
            $parts = explode('/', substr((string) $file, strlen($folder) + 1));
            if (count($parts) < 2 || preg_match($files, (string) $file) !== 1) {
                continue;
            }
            $uses[$parts[0]] ??= [];
            foreach ($mentioned((string) file_get_contents((string) $file), (string) $file) as $room) {
                if ($room !== $parts[0] && is_dir("{$folder}/{$room}")) {
                    $uses[$parts[0]][$room] = $room;
                }
            }
        }
        ksort($uses);

        return array_map(static function (array $rooms): array {
            sort($rooms);

            return $rooms;
        }, $uses);
    }
}
