<?php

declare(strict_types=1);

namespace App\TakeIn;

use App\Relink\Stray;
use Hafenbuch\Core\TakeIn\TakeInRow;

/** All that lies outside and is referred to, with what becomes of it. */
final readonly class TakeInList
{
    /**
     * @param  list<TakeInRow>  $rows
     * @param  array<string, Stray>  $strays  by absolute path: what is referred to outside
     * @param  array<string, string>  $refused  by absolute path: why it cannot come in
     */
    public function __construct(public array $rows, public array $strays, public array $refused) {}

    public function comesIn(string $path): bool
    {
        foreach ($this->rows as $row) {
            if ($row->source->path === $path) {
                return $row->to !== null;
            }
        }

        return false;
    }

    /** Why something outside stays there. */
    public function why(string $path): string
    {
        foreach ($this->rows as $row) {
            if ($row->source->path === $path && $row->to === null) {
                return 'It stays where it is, as the workspace’s rules or you have it.';
            }
        }

        return $this->refused[$path] ?? 'It is no file of this server.';
    }
}
