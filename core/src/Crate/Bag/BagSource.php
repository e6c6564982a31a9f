<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Bag;

/** The files of a bag, in a folder or in an archive. Paths are below the bag's own folder. */
interface BagSource
{
    /** @return array<string, int> bytes by path, as far as paths can be trusted; the others are among the faults */
    public function entries(): array;

    /** @return list<BagFault> paths that cannot be, and whatever is no file */
    public function faults(): array;

    /**
     * The bytes of an entry, in parts.
     *
     * @return iterable<string>
     *
     * @throws UnableToReadBag
     */
    public function parts(string $path): iterable;

    /**
     * The same as a stream, for whoever needs one; it ends where the entry does.
     *
     * @return resource
     *
     * @throws UnableToReadBag
     */
    public function open(string $path);
}
