<?php

declare(strict_types=1);

namespace App\Workspace\Files;

/**
 * A content that is in the store, handed from one service to the next: whoever has written or read its bytes
 * spares the others that, and whoever wants only its hash or size reads nothing.
 */
final class StoredContent
{
    /**
     * @param  string  $hash  SHA-256
     * @param  int  $size  in bytes
     */
    public function __construct(
        public readonly string $hash,
        public readonly int $size,
        private readonly DiskContentStore $store,
        private ?string $bytes = null,
    ) {}

    /** @throws \Hafenbuch\Core\Write\UnableToRead */
    public function bytes(): string
    {
        return $this->bytes ??= $this->store->bytes($this->hash);
    }
}
