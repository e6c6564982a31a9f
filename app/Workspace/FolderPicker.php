<?php

declare(strict_types=1);

namespace App\Workspace;

use App\Models\Workspace;
use App\Support\Refused;
use App\Workspace\Files\FileStat;
use App\Workspace\Files\TreeWalker;
use App\Workspace\Files\WorkspaceFiles;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Place\PlaceTrouble;
use Hafenbuch\Core\TakeIn\MediaKind;

/** Shows the folders in which workspaces may be, and what a scan would find in one of them. */
final class FolderPicker
{
    /** Files that are counted before it is only said that there are more. */
    public const COUNTED = 200_000;

    private const SECONDS = 8;

    private const FOLDERS = 2000;

    /**
     * @param  ?string  $folder  absolute; null: the folders that are allowed
     * @return array{folder: ?string, above: ?string, folders: list<array{path: string, name: string, workspace: ?string}>, isCut: bool}
     *
     * @throws Refused
     */
    public static function list(?string $folder): array
    {
        $taken = Workspace::query()->pluck('name', 'root')->all();
        if ($folder === null) {
            $roots = self::roots();

            return ['folder' => null, 'above' => null, 'isCut' => false, 'folders' => array_map(static fn (string $root): array => ['path' => $root, 'name' => $root, 'workspace' => $taken[$root] ?? null], $roots)];
        }
        $folder = self::allowed($folder);
        $entries = (new WorkspaceFiles($folder))->entries('') ?? throw Refused::because("The folder {$folder} cannot be read. Give the server read access to it.");
        $names = array_filter(array_map(strval(...), array_keys(array_filter($entries, static fn (FileStat $stat): bool => $stat->isFolder()))), static fn (string $name): bool => ! str_starts_with($name, '.') && mb_check_encoding($name, 'UTF-8'));
        natcasesort($names);

        return [
            'folder' => $folder, 'above' => in_array($folder, self::roots(), true) ? null : dirname($folder), 'isCut' => count($names) > self::FOLDERS,
            'folders' => array_values(array_map(static fn (string $name): array => ['path' => "{$folder}/{$name}", 'name' => $name, 'workspace' => $taken["{$folder}/{$name}"] ?? null], array_slice($names, 0, self::FOLDERS))),
        ];
    }

    /**
     * Counts, and reads no file.
     *
     * @return array{folder: string, files: int, bytes: int, isCut: bool, kinds: list<array{kind: string, files: int, bytes: int}>, warnings: list<string>, stops: list<string>}
     *
     * @throws Refused
     */
    public static function look(string $folder): array
    {
        $folder = self::allowed($folder);
        $files = $bytes = 0;
        $kinds = [];
        $until = microtime(true) + self::SECONDS;
        $walker = new TreeWalker(new WorkspaceFiles($folder), Settings::IGNORE);
        $isCut = false;
        foreach ($walker->walk() as $path => $stat) {
            $kind = FormatRegistry::standard()->forPath($path)?->name() ?? MediaKind::of(MediaType::of($path), false)->value;
            $kinds[$kind] ??= ['kind' => $kind, 'files' => 0, 'bytes' => 0];
            $kinds[$kind]['files']++;
            $kinds[$kind]['bytes'] += $stat->size;
            $bytes += $stat->size;
            if (++$files >= self::COUNTED || microtime(true) > $until) {
                $isCut = true;
                break;
            }
        }
        usort($kinds, static fn (array $a, array $b): int => $b['files'] <=> $a['files']);
        $troubles = Places::at($folder)->troubles();
        $words = static fn (bool $stops): array => array_values(array_map(static fn (PlaceTrouble $trouble): string => $trouble->words(), array_filter($troubles, static fn (PlaceTrouble $trouble): bool => $trouble->stops === $stops)));
        $warnings = $words(false);
        foreach (array_slice($walker->passedOver, 0, 20, true) as $path => $why) {
            $warnings[] = "{$path} would be passed over. {$why}";
        }

        return ['folder' => $folder, 'files' => $files, 'bytes' => $bytes, 'isCut' => $isCut, 'kinds' => $kinds, 'warnings' => $warnings, 'stops' => [...$words(true), ...self::overlaps($folder)]];
    }

    /** @return list<string> */
    private static function overlaps(string $folder): array
    {
        try {
            Workspaces::freeRoot($folder, null);

            return [];
        } catch (Refused $refused) {
            return [$refused->getMessage()];
        }
    }

    /** @throws Refused */
    private static function allowed(string $folder): string
    {
        $real = str_starts_with($folder, '/') && ! str_contains($folder, "\0") ? realpath($folder) : false;
        foreach ($real === false || ! is_dir($real) ? [] : self::roots() as $root) {
            if (str_starts_with($real.'/', rtrim($root, '/').'/')) {
                return $real;
            }
        }

        throw Refused::because("There is no folder {$folder} among those that workspaces may be in. Choose one from the list.");
    }

    /** @return list<string> */
    private static function roots(): array
    {
        return array_values(array_filter(array_map(realpath(...), config('hafenbuch.roots'))));
    }
}
