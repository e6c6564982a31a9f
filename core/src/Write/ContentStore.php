<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Write;

/** Contents by their SHA-256, written once and kept. */
interface ContentStore
{
    public function has(string $hash): bool;

    /**
     * Keeps a content, on disk (fsync) when this returns.
     *
     * @param  resource  $content
     * @return string its SHA-256
     *
     * @throws UnableToWrite
     */
    public function put($content): string;

    /**
     * Keeps many contents, all on disk when this returns; quicker than one by one.
     *
     * @param  iterable<resource>  $contents  each is closed
     * @return list<string> their SHA-256, in that order
     *
     * @throws UnableToWrite|UnableToRead
     */
    public function putAll(iterable $contents): array;

    /**
     * @return resource
     *
     * @throws UnableToRead
     */
    public function open(string $hash);

    /**
     * Makes sure that what was opened under these names is what was read. It always is in a store that nobody else writes.
     *
     * @param  list<string>  $hashes
     *
     * @throws FileChanged where a content lies elsewhere and another program may have changed it meanwhile
     */
    public function confirm(array $hashes): void;
}
