<?php

declare(strict_types=1);

namespace App\Saving;

use App\Workspace\Files\FileStat;
use App\Workspace\Files\WorkspaceFiles;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Write\UnableToRead;

/** What a file held when it was last seen, for as long as its stat proves that it still does. */
final readonly class ContentInPlace
{
    /**
     * @param  string  $path  as it is said
     * @param  string  $stat  the signature that it was seen with
     * @param  int  $seenAt  in seconds since 1970
     * @param  \Closure(): ?array{WorkspaceFiles, string}  $place  the files among which it lies, and its path there; null: it may not be read any more
     */
    public function __construct(public string $path, private string $stat, private int $seenAt, private \Closure $place) {}

    /** @return ?FileStat null: nothing proves what it holds */
    public function proven(): ?FileStat
    {
        [$files, $below] = ($this->place)() ?? [null, ''];
        try {
            $stat = $files?->stat($below);
        } catch (InvalidPath) {
            return null;
        }

        return $stat?->proves($this->stat, $this->seenAt) === true ? $stat : null;
    }

    /**
     * @return resource
     *
     * @throws UnableToRead|InvalidPath
     */
    public function open()
    {
        [$files, $below] = ($this->place)() ?? throw UnableToRead::file($this->path, 'nothing may be taken from there');

        return $files->open($below);
    }
}
