<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Tests\Support\Work;

use Hafenbuch\Core\Copy\CopyOptions;
use Hafenbuch\Core\Copy\CopyTree;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Naming\NamingRule;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Reference\Resolver;
use Hafenbuch\Core\Reference\Splicer;
use Hafenbuch\Core\Reference\UnwritableValue;

/** Random workspaces, and random acts on them. */
final class RandomWork
{
    private const FOLDERS = ['', 'a', 'a/b', 'ü ber', 'c#d', "it's", 'deep/er/still'];

    private const STEMS = ['drum', 'Float arm', 'Übung', 'a&b', '50% oak', '(pen)', 'x;y', 'q"q', 'two  spaces', 'hash#tag', 'plus+', 'café'];

    private const ENDINGS = ['.md', '.svg', '.x3d', '.html', '.css', '.otio', '.m3u', '.xspf', '.gltf', '.png', '.txt'];

    /** @return list<Doc> that refer to one another, with cycles, strays, drafts and documents that have no file yet */
    public static function documents(int $count): array
    {
        $paths = [];
        while (count($paths) < $count) {
            $paths[Path::fold($path = self::path())] ??= $path;
        }
        $paths = array_values($paths);
        $documents = [];
        foreach ($paths as $number => $path) {
            $content = self::content($path, $paths);
            $id = sprintf('doc-%02d', $number);
            $documents[] = match (mt_rand(0, 5)) {
                0 => new Doc($id, $path, null, $content),
                1, 2 => new Doc($id, $path, $content, self::content($path, $paths)),
                default => new Doc($id, $path, $content, null),
            };
        }

        return $documents;
    }

    /** @return array{string, array<string, Decision>} what it is called, and its decisions */
    public static function act(Worked $worked): array
    {
        $documents = $worked->documents();
        $id = (string) array_rand($documents);
        $document = $documents[$id];
        $snapshot = $worked->snapshot();
        $referrers = $snapshot->graph()->referrersOf($id);
        $elsewhere = self::path(Path::extensionOf($document->path));

        return match (mt_rand(0, 7)) {
            0 => ['save', [$id => Decision::save()]],
            1 => ["save as {$elsewhere}", self::followed($id, $elsewhere, $referrers)],
            2 => ["copy to {$elsewhere}", [$id => Decision::copy($elsewhere, isOfSaved: mt_rand(0, 1) === 1)]],
            3 => ['copy with all below', CopyTree::decisions(CopyTree::rows($snapshot, $id, new CopyOptions(
                new NamingRule(prefix: ['', 'n-'][mt_rand(0, 1)]), 'copy '.mt_rand(1, 99), mt_rand(0, 3) === 0, self::shared($documents),
            )), mt_rand(0, 1) === 1)],
            4, 5 => ["move to {$elsewhere}", [$id => Decision::move($elsewhere)]],
            6 => ['move a folder', self::folder($documents, Path::folderOf($document->path))],
            default => ['delete', [$id => Decision::delete(array_values(array_map(static fn (Doc $other): string => $other->path, $documents)))]],
        };
    }

    /**
     * @param  list<string>  $referrers
     * @return array<string, Decision>
     */
    private static function followed(string $id, string $path, array $referrers): array
    {
        $followers = array_values(array_filter($referrers, static fn (): bool => mt_rand(0, 1) === 1));
        $saved = array_values(array_filter($followers, static fn (string $follower): bool => $follower !== $id && mt_rand(0, 1) === 1));

        return [$id => Decision::saveAs($path, $followers)] + array_fill_keys($saved, Decision::save());
    }

    /**
     * @param  array<string, Doc>  $documents
     * @return array<string, Decision>
     */
    private static function folder(array $documents, string $folder): array
    {
        $to = 'moved '.mt_rand(1, 99);
        $decisions = [];
        foreach ($documents as $id => $document) {
            if ($folder === '' ? Path::folderOf($document->path) === '' : str_starts_with($document->path, $folder.'/')) {
                $decisions[$id] = Decision::move($to.'/'.($folder === '' ? $document->path : substr($document->path, strlen($folder) + 1)));
            }
        }

        return $decisions;
    }

    /**
     * @param  array<string, Doc>  $documents
     * @return array<string, true>
     */
    private static function shared(array $documents): array
    {
        return array_filter(array_map(static fn (): bool => mt_rand(0, 3) === 0, $documents));
    }

    private static function path(?string $extension = null): string
    {
        $folder = self::FOLDERS[array_rand(self::FOLDERS)];
        $ending = $extension === null ? self::ENDINGS[array_rand(self::ENDINGS)] : ($extension === '' ? '' : ".{$extension}");

        return ($folder === '' ? '' : "{$folder}/").self::STEMS[array_rand(self::STEMS)].['', '', '-2', '-3'][mt_rand(0, 3)].$ending;
    }

    /** @param list<string> $paths */
    private static function content(string $path, array $paths): string
    {
        $format = FormatRegistry::standard()->forPath($path);
        if ($format === null) {
            $number = mt_rand(1, 99);

            // Every other one as large as media, which are not kept where they move as they are.
            return "leaf {$number}".str_repeat(' of the tide', $number % 2 * 6000);
        }
        $bytes = $format->blank('T & '.mt_rand(1, 99));
        for ($wanted = mt_rand(0, 4); $wanted > 0; $wanted--) {
            $target = mt_rand(0, 8) === 0 ? 'not/there.png' : $paths[array_rand($paths)];
            $openings = $format->editing()->openings($bytes, 'label');
            try {
                $opening = $openings[array_rand($openings)] ?? null;
                $raw = $opening === null ? '' : (new Resolver('/w'))->reference($path, $target, mt_rand(0, 5) === 0 ? '#part' : '', $opening->style);
                $bytes = $opening === null ? $bytes : Splicer::splice($bytes, [[$opening, $raw]]);
            } catch (UnwritableValue) {
                // Not every format can name every file.
            }
        }

        return $bytes;
    }
}
