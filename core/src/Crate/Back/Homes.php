<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Back;

use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Reference\Address;

/** Where each place of a crate is at home: the path of the workspace, or the end of an address, that references to it are to name. */
final class Homes
{
    /** @var array<string, string> by a folder of the crate: the folder of the workspace that its files are at home in */
    private array $folders = [];

    /** @param array<string, string> $homes by place: a path of the workspace, or an absolute one */
    public function __construct(private array $homes, private readonly string $otherwise = '')
    {
        foreach ($homes as $place => $home) {
            if ($home !== '' && $home[0] !== '/') {
                $this->folders[Path::folderOf((string) $place)] ??= Path::folderOf($home);
            }
        }
    }

    /** The end that stands for a place. */
    public function end(string $place): string
    {
        $home = $this->homes[$place] ?? $this->inferred($place);

        return $home[0] === '/' ? Address::end($home) : $home;
    }

    public function settle(string $place, string $path): void
    {
        $this->homes[$place] = $path;
    }

    /** A file that never went comes beside those that lay in its folder. */
    public function inferred(string $place): string
    {
        $rest = Path::nameOf($place);
        for ($folder = Path::folderOf($place); ; $folder = Path::folderOf($folder)) {
            $home = $this->folders[$folder] ?? null;
            if ($home !== null) {
                return ($home === '' ? '' : $home.'/').$rest;
            }
            if ($folder === '') {
                break;
            }
            $rest = Path::nameOf($folder).'/'.$rest;
        }
        // The crate's own folder is that which its files had in common.
        foreach ($this->folders as $folder => $home) {
            $tail = '/'.$folder;
            if (str_ends_with('/'.$home, $tail)) {
                $common = substr($home, 0, max(0, strlen($home) - strlen($folder) - 1));

                return ($common === '' ? '' : $common.'/').$place;
            }
        }

        return ($this->otherwise === '' ? '' : $this->otherwise.'/').$place;
    }
}
