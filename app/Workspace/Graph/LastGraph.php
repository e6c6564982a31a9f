<?php

declare(strict_types=1);

namespace App\Workspace\Graph;

use App\Workspace\Kept\TouchedRow;

/** A request asks for the graph of its workspace several times; while its file is the same it is read once. */
final class LastGraph
{
    private static string $which = '';

    private static ?GraphFile $graph = null;

    private static string $laidOver = '';

    private static ?GraphFile $latest = null;

    public static function read(string $path): ?GraphFile
    {
        clearstatcache(true, $path);
        $stat = @stat($path);
        $which = $stat === false ? '' : "{$path} {$stat['ino']} {$stat['size']} {$stat['mtime']} {$stat['ctime']}";
        if ($which === '' || $which !== self::$which) {
            // Not two at once.
            self::$graph = self::$latest = null;
            [self::$which, self::$graph] = [$which, GraphFile::read($path)];
        }

        return self::$graph;
    }

    /**
     * The graph of that file with what has changed since laid over it.
     *
     * @param  list<TouchedRow>  $changed
     * @param  callable(): GraphFile  $make
     */
    public static function with(GraphFile $file, array $changed, callable $make): GraphFile
    {
        $what = hash('xxh128', implode(' ', array_map(static fn (TouchedRow $row): string => "{$row->id} {$row->touchedAt} {$row->pathKey} {$row->file}", $changed)));
        if ($file !== self::$graph) {
            return $make();
        }
        if (self::$latest === null || self::$laidOver !== $what) {
            self::$latest = null;
            [self::$laidOver, self::$latest] = [$what, $make()];
        }

        return self::$latest;
    }

    /** Which file was read last, whatever its name. */
    public static function which(): string
    {
        return self::$which;
    }

    public static function forget(): void
    {
        self::$which = '';
        self::$graph = self::$latest = null;
    }
}
