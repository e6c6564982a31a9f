<?php

declare(strict_types=1);

namespace App\Workspace\Catalogue;

/** The documents of a workspace by their paths and names, as the tables have them now. */
final readonly class Catalogue
{
    /** @param array<string, ?Entry> $changed by id: what has changed since the file was written; null: it is out of sight */
    public function __construct(private CatalogueFile $file, private array $changed) {}

    /**
     * Documents whose path or title contain all of the words; without words all. Those that have changed of late come first, the others by
     * their paths, as many as are wanted.
     *
     * @param  list<string>  $words  in small letters, without spaces
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
