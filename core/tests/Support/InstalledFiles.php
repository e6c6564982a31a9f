<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Tests\Support;

/** Real files that others wrote, read where they are installed. */
final class InstalledFiles
{
    /** @var ?array<string, list<string>> */
    private static ?array $all = null;

    /** @return list<string> at most so many, evenly picked, so that a run is short and the same each time */
    public static function withExtension(string $extension, int $limit): array
    {
        self::$all ??= self::list();
        $found = self::$all[$extension] ?? [];
        $step = max(1, intdiv(count($found), $limit));

        return array_slice(array_values(array_filter($found, static fn (int $index): bool => $index % $step === 0, ARRAY_FILTER_USE_KEY)), 0, $limit);
    }

    /** @return array<string, list<string>> by extension */
    private static function list(): array
    {
        $roots = array_filter([dirname(__DIR__, 3).'/demo', dirname(__DIR__, 3).'/vendor', dirname(__DIR__, 3).'/node_modules', '/usr/share/icons', '/usr/share/doc'], is_dir(...));
        $found = [];
        foreach ($roots as $root) {
            $files = new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($root, \FilesystemIterator::SKIP_DOTS), \RecursiveIteratorIterator::LEAVES_ONLY, \RecursiveIteratorIterator::CATCH_GET_CHILD);
            foreach ($files as $file) {
                if ($file instanceof \SplFileInfo && ! $file->isLink() && $file->isFile() && $file->getSize() < 100_000) {
                    $found[strtolower($file->getExtension())][] = $file->getPathname();
                }
            }
        }
        foreach ($found as &$paths) {
            sort($paths);
        }

        return $found;
    }
}
