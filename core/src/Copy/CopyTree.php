<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Copy;

use Hafenbuch\Core\Document\Snapshot;
use Hafenbuch\Core\Naming\FileName;
use Hafenbuch\Core\Naming\FreeName;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Text\Pattern;

/** A document and all below it, each once, with what becomes of it in a copy of the whole. */
final class CopyTree
{
    /**
     * @return list<CopyRow> the top document first, then by depth and path
     *
     * @throws \Hafenbuch\Core\Naming\InvalidNamingRule
     */
    public static function rows(Snapshot $snapshot, string $top, CopyOptions $options): array
    {
        $depths = self::depths($snapshot, $top);
        $ids = array_map(strval(...), array_keys($depths));
        usort($ids, static fn (string $a, string $b): int => [$depths[$a], $snapshot->get($a)->path] <=> [$depths[$b], $snapshot->get($b)->path]);
        $copied = array_values(array_filter($ids, static fn (string $id): bool => $id === $top || ! isset($options->shared[$id])));
        $common = Path::commonFolder(array_map(static fn (string $id): string => $snapshot->get($id)->path, $copied));
        $positions = array_flip($copied);
        $rows = [];
        foreach ($ids as $id) {
            $path = $snapshot->get($id)->path;
            $rows[] = new CopyRow(
                $id, $path, $depths[$id],
                isset($positions[$id]) ? $options->paths[$id] ?? self::newPath($path, $common, $options, $positions[$id]) : null,
                array_values(array_filter($snapshot->graph()->referrersOf($id), static fn (string $referrer): bool => isset($depths[$referrer]))),
            );
        }

        return $rows;
    }

    /**
     * @param  list<CopyRow>  $rows
     * @param  callable(string): ?string  $obstacle  what, outside of the tree, keeps a path from being had; null: nothing
     * @return list<CopyRow> with the clashes among themselves and with what is there
     */
    public static function checked(array $rows, callable $obstacle): array
    {
        $claims = [];
        foreach ($rows as $row) {
            if ($row->newPath !== null) {
                $claims[Path::fold($row->newPath)][] = $row->newPath;
            }
        }
        $taken = array_fill_keys(array_map(strval(...), array_keys($claims)), true);
        $seen = [];
        $checked = [];
        foreach ($rows as $row) {
            $fold = $row->newPath === null ? '' : Path::fold($row->newPath);
            $why = match (true) {
                $row->newPath === null => null,
                isset($seen[$fold]) => count(array_unique($claims[$fold])) > 1 ? 'Another copy has this name but for letter case or Unicode form.' : 'Another copy gets the same name.',
                default => FileName::trouble(Path::nameOf($row->newPath)) ?? $obstacle($row->newPath),
            };
            $seen[$fold] = true;
            $checked[] = $why === null || $row->newPath === null ? $row : $row->clashing($why, self::free($row->newPath, $taken, $obstacle));
        }

        return $checked;
    }

    /**
     * @param  list<CopyRow>  $rows
     * @return array<string, Decision> by document id
     */
    public static function decisions(array $rows, bool $isOfSaved): array
    {
        $decisions = [];
        foreach ($rows as $row) {
            if ($row->newPath !== null) {
                $decisions[$row->id] = Decision::copy($row->newPath, isTogether: true, isOfSaved: $isOfSaved);
            }
        }

        return $decisions;
    }

    /** @return array<string, int> by id */
    private static function depths(Snapshot $snapshot, string $top): array
    {
        $depths = [$top => 0];
        $queue = [$top];
        for ($head = 0; $head < count($queue); $head++) {
            foreach ($snapshot->graph()->targetsOf($queue[$head]) as $target) {
                // What has no content cannot be copied; references to it stay the strays that they are.
                if (! isset($depths[$target]) && ($snapshot->get($target)->hasFile() || $snapshot->get($target)->draftHash !== null)) {
                    $depths[$target] = $depths[$queue[$head]] + 1;
                    $queue[] = $target;
                }
            }
        }

        return $depths;
    }

    private static function newPath(string $path, string $common, CopyOptions $options, int $position): string
    {
        $name = $options->rule->apply(Path::nameOf($path), $position);
        $folder = Path::folderOf($common === '' ? $path : substr($path, strlen($common) + 1));

        return implode('/', array_filter([$options->folder, $options->isFlat ? '' : $folder, $name], static fn (string $part): bool => $part !== ''));
    }

    /**
     * @param  array<string, true>  $taken  folded
     * @param  callable(string): ?string  $obstacle
     */
    private static function free(string $path, array $taken, callable $obstacle): ?string
    {
        $folder = Path::folderOf($path);
        $name = rtrim(Pattern::replace('~[\x00-\x1f\x7f<>:"|?*\\\\]+~', '-', Path::nameOf($path)), '. ');

        return FreeName::near(($folder === '' ? '' : $folder.'/').$name, static fn (string $free): bool => isset($taken[Path::fold($free)]) || $obstacle($free) !== null);
    }
}
