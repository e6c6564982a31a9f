<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate;

/** What becomes of the contents of a crate beside their references. */
interface Blanking
{
    /**
     * @param  string  $path  in the workspace, or absolute
     * @return string the content without what is not to be given away
     */
    public function blanked(string $path, string $bytes): string;

    /** The same, without a note of what it was. */
    public function quietly(string $path, string $bytes): string;

    /** Whether something is looked for in such a file. */
    public function concerns(string $path, int $bytes): bool;
}
