<?php

declare(strict_types=1);

namespace App\Workspace\Catalogue;

use Hafenbuch\Core\Find\Fold;

/** The documents of a workspace by their paths and names, as the tables have them now. */
final readonly class Catalogue
{
    private const LOOKED_AT = 2000;

    /** @param array<string, ?Entry> $changed by id: what has changed since the file was written; null: it is out of sight */
    public function __construct(private CatalogueFile $file, private array $changed) {}

    /**
     * Documents whose path or title contain all of the words; without words all. Those that have changed of late come first, the others by
     * their paths, as many as are wanted.
     *
     * @param  list<string>  $words  folded, without spaces; a line end stands between path and title
     * @return list<string> ids
     */
    public function find(array $words, int $limit): array
    {
        $found = [];
        foreach ($this->changed as $id => $entry) {
            if ($entry?->isFound && self::matches($entry->text(), $words)) {
                $found[] = (string) $id;
            }
        }
        $places = $words === [] ? range(0, $this->file->rows->ids->count() - 1) : $this->file->placesWith($words);
        $taken = 0;
        foreach ($this->file->rows->ids->count() === 0 ? [] : $places as $place) {
            $id = $this->file->idAt($place);
            if (! array_key_exists($id, $this->changed) && $this->file->textAt($place) !== '') {
                $found[] = $id;
                if (++$taken === $limit) {
                    break;
                }
            }
        }

        return $found;
    }

    /** @param string $folder '' for the workspace's own */
    public function folder(string $folder): Folder
    {
        $prefix = $folder === '' ? '' : $folder.'/';
        $files = $folders = [];
        $end = $prefix === '' ? $this->file->rows->ids->count() : $this->file->placeFrom(self::behind($prefix));
        for ($place = $this->file->placeFrom($prefix); $place < $end; $place = $next) {
            $path = $this->file->pathAt($place);
            $name = self::folderIn($path, $prefix);
            if ($name === null) {
                $files[$this->file->idAt($place)] = true;
                $next = $place + 1;
            } else {
                $next = $this->file->placeFrom(self::behind("{$prefix}{$name}/"), $place);
                $folders[$name] = $this->file->sum($place, $next);
            }
        }
        foreach ($this->changed as $id => $entry) {
            $place = $this->file->placeOf((string) $id);
            $before = $place === null ? null : $this->file->pathAt($place);
            if ($before !== null && str_starts_with($before, $prefix)) {
                unset($files[$id]);
                $name = self::folderIn($before, $prefix);
                if ($name !== null) {
                    $folders[$name] = $folders[$name]->minus($this->file->sum((int) $place, (int) $place + 1));
                }
            }
            if ($entry !== null && str_starts_with($entry->path, $prefix)) {
                $name = self::folderIn($entry->path, $prefix);
                if ($name === null) {
                    $files[$id] = true;
                } else {
                    $folders[$name] = ($folders[$name] ?? new FolderSum)->plus($entry->sum());
                }
            }
        }
        ksort($folders, SORT_STRING);

        return new Folder(array_map(strval(...), array_keys($files)), array_filter($folders, static fn (FolderSum $sum): bool => $sum->documents > 0));
    }

    /**
     * The documents in a folder, at any depth.
     *
     * @return ?list<string> ids; null: more than so many
     */
    public function below(string $folder, int $most): ?array
    {
        $ids = $this->first($folder, $most + 1);

        return count($ids) > $most ? null : $ids;
    }

    /** @return list<string> the ids of so many documents in a folder, at any depth */
    public function first(string $folder, int $most): array
    {
        $prefix = $folder.'/';
        $ids = array_map(strval(...), array_keys(array_filter($this->changed, static fn (?Entry $entry): bool => $entry !== null && str_starts_with($entry->path, $prefix))));
        $end = $this->file->placeFrom(self::behind($prefix));
        for ($place = $this->file->placeFrom($prefix); $place < $end && count($ids) < $most; $place++) {
            $id = $this->file->idAt($place);
            if (! array_key_exists($id, $this->changed)) {
                $ids[] = $id;
            }
        }

        return array_slice($ids, 0, $most);
    }

    /**
     * A folder that has documents in it, by its path or the last part of it; of several of one name the first that is found.
     *
     * @param  string  $name  folded
     */
    public function folderCalled(string $name): ?string
    {
        if ($name === '') {
            return null;
        }
        foreach ($this->changed as $entry) {
            $folder = $entry?->isFound ? self::folderOf($entry->path, $name) : null;
            if ($folder !== null) {
                return $folder;
            }
        }
        $found = null;
        foreach ($this->file->rows->ids->count() === 0 ? [] : $this->file->placesWith([$name.'/']) as $number => $place) {
            $folder = self::folderOf($this->file->pathAt($place), $name);
            // One at the top is meant before one that lies deep.
            if ($folder !== null && ($found === null || strlen($folder) < strlen($found))) {
                $found = $folder;
            }
            if ($found === $name || $number > self::LOOKED_AT) {
                break;
            }
        }

        return $found;
    }

    private static function folderOf(string $path, string $name): ?string
    {
        $parts = explode('/', $path);
        for ($count = 1; $count < count($parts); $count++) {
            $folder = implode('/', array_slice($parts, 0, $count));
            $folded = Fold::text($folder);
            if ($folded === $name || str_ends_with($folded, '/'.$name)) {
                return $folder;
            }
        }

        return null;
    }

    /**
     * @param  iterable<string, Entry>  $entries  by id: all that there are
     * @return list<string> the ids of documents of which the file says something else, though nobody has touched them since
     */
    public function differences(iterable $entries): array
    {
        $wrong = [];
        $unseen = array_fill_keys(array_filter($this->file->rows->ids->all(), fn (string $id): bool => ! array_key_exists($id, $this->changed)), true);
        foreach ($entries as $id => $entry) {
            unset($unseen[$id]);
            $place = $this->file->placeOf($id);
            $isRight = $place !== null && $this->file->pathAt($place) === $entry->path
                && $this->file->textAt($place) === $entry->text() && $this->file->sum($place, $place + 1) == $entry->sum();
            if (! $isRight && ! array_key_exists($id, $this->changed)) {
                $wrong[] = $id;
            }
        }

        return [...$wrong, ...array_map(strval(...), array_keys($unseen))];
    }

    /** @param list<string> $words */
    private static function matches(string $text, array $words): bool
    {
        foreach ($words as $word) {
            if (! str_contains($text, $word)) {
                return false;
            }
        }

        return true;
    }

    /** The name of the folder inside another in which a path lies; null: it lies in that one itself. */
    private static function folderIn(string $path, string $prefix): ?string
    {
        $slash = strpos($path, '/', strlen($prefix));

        return $slash === false ? null : substr($path, strlen($prefix), $slash - strlen($prefix));
    }

    /** The least text behind all that begin with this, which ends with a slash. */
    private static function behind(string $prefix): string
    {
        return substr($prefix, 0, -1).chr(ord('/') + 1);
    }
}
