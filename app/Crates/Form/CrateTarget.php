<?php

declare(strict_types=1);

namespace App\Crates\Form;

use Hafenbuch\Core\Crate\Bag\BagSource;
use Hafenbuch\Core\Write\UnableToWrite;

/** Takes the files of a crate, one after the other. Nothing is at its place before it is whole. */
interface CrateTarget
{
    /**
     * @param  string  $path  below the crate's own folder
     * @param  int  $size  in bytes; as many come
     * @param  iterable<string>  $parts
     *
     * @throws UnableToWrite
     */
    public function add(string $path, int $size, iterable $parts): void;

    /**
     * Brings all of it to the disk; nothing is added after that.
     *
     * @return int bytes that it takes
     *
     * @throws UnableToWrite
     */
    public function seal(): int;

    /**
     * Puts it where it is wanted.
     *
     * @throws UnableToWrite
     */
    public function publish(): void;

    /** The folder that is written in, absolute. */
    public function folder(): string;

    /** Leaves nothing behind. */
    public function abandon(): void;

    /** What was sealed, as whoever receives it reads it. */
    public function reread(): BagSource;
}
