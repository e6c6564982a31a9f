<?php

declare(strict_types=1);

namespace App\Workspace\Catalogue;

use Hafenbuch\Core\Find\Fold;

/** What the catalogue says of one document. */
final readonly class Entry
{
    /**
     * @param  bool  $isFound  whether it is among those that are looked for by name: not where its file has gone
     * @param  int  $bytes  of what is on the screen
     * @param  int  $touchedAt  when its row was touched, in microseconds since 1970
     */
    public function __construct(public string $path, public ?string $title, public bool $isFound, public bool $hasDraft, public int $bytes, public int $touchedAt) {}

    /** In what words are looked for. */
    public function text(): string
    {
        return $this->isFound ? Fold::text($this->path."\n".$this->title) : '';
    }

    public function sum(): FolderSum
    {
        return new FolderSum(1, (int) $this->hasDraft, $this->bytes);
    }
}
