<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate;

use Hafenbuch\Core\Naming\FreeName;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Reference\Address;
use Hafenbuch\Core\TakeIn\MediaKind;

/** Where each file lies in a crate. */
final class Placement
{
    /** Where files from outside of the workspace lie. */
    public const ELSEWHERE = 'from-elsewhere';

    private const FOLDERS = ['picture' => 'pictures', 'sound' => 'sounds', 'film' => 'films', 'document' => 'documents', 'other' => 'other'];

    /** @var array<string, string> by end */
    public array $places = [];

    /** @var array<string, string> by end: why its name is another one */
    public array $renamed = [];

    /** @var array<string, true> keys of the paths of files */
    private array $taken = [];

    /** @var array<string, string> the first spelling of each folder, by its key */
    private array $folders = [];

    private function __construct(private readonly Layout $layout, private readonly string $common) {}

    /**
     * @param  array<string, MediaKind>  $files  by end, also of files that are to come later
     * @param  list<string>  $missing  paths of the workspace at which nothing is, though references name them
     */
    public static function of(array $files, array $missing, Layout $layout): self
    {
        $ends = array_map(strval(...), array_keys($files));
        sort($ends, SORT_STRING);
        sort($missing, SORT_STRING);
        $placement = new self($layout, Path::commonFolder([...array_filter($ends, static fn (string $end): bool => Address::of($end) === null), ...$missing]));
        foreach ($ends as $end) {
            $placement->place($end, $files[$end]);
        }
        foreach ($missing as $path) {
            $placement->place($path, MediaKind::Other);
            unset($placement->renamed[$path]);
        }

        return $placement;
    }

    private function place(string $end, MediaKind $kind): void
    {
        $address = Address::of($end);
        $wanted = match (true) {
            $this->layout === Layout::ByKind => self::FOLDERS[$kind->value].'/'.Path::nameOf($address ?? $end),
            $address !== null => self::ELSEWHERE.'/'.Path::nameOf($address),
            default => $this->common === '' ? $end : substr($end, strlen($this->common) + 1),
        };
        [$path, $why] = PortableName::path($wanted);
        $path = $this->spelled($path);
        if (! $this->isFree($path)) {
            $why = $why ?? ($path === $wanted || $this->layout === Layout::ByKind || $address !== null ? 'Another file has this name, or one that differs only in letter case.' : 'Its folder is written in two ways.');
            $path = FreeName::near($path, fn (string $free): bool => ! $this->isFree($free)) ?? substr(Path::key($end), 0, 16).'-'.substr($path, -40);
        } elseif ($path !== $wanted) {
            $why ??= 'Its folder is written in two ways, which some file systems take for one.';
        }
        $this->taken[PortableName::key($path)] = true;
        for ($folder = Path::folderOf($path); $folder !== ''; $folder = Path::folderOf($folder)) {
            $this->folders[PortableName::key($folder)] ??= $folder;
        }
        $this->places[$end] = $path;
        if ($why !== null) {
            $this->renamed[$end] = $why;
        }
    }

    private function isFree(string $path): bool
    {
        if (isset($this->taken[PortableName::key($path)]) || isset($this->folders[PortableName::key($path)])) {
            return false;
        }
        for ($folder = Path::folderOf($path); $folder !== ''; $folder = Path::folderOf($folder)) {
            if (isset($this->taken[PortableName::key($folder)])) {
                return false;
            }
        }

        return true;
    }

    /** A path whose folder is written as it was first. */
    private function spelled(string $path): string
    {
        $folder = Path::folderOf($path);
        if ($folder === '') {
            return $path;
        }
        $first = $this->folders[PortableName::key($folder)] ?? null;

        return ($first ?? $this->spelled($folder)).'/'.Path::nameOf($path);
    }
}
