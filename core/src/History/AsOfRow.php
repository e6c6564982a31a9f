<?php

declare(strict_types=1);

namespace Hafenbuch\Core\History;

/** What bringing back does with one document. */
final readonly class AsOfRow
{
    /**
     * @param  string  $pathThen  where it stood
     * @param  string  $path  where it is, or will be
     * @param  ?string  $hash  SHA-256 of what its draft becomes; null: it stays
     * @param  ?string  $rewritten  that content, where its references lead elsewhere than they did then
     * @param  ?string  $why  why it can't be had
     */
    public function __construct(
        public string $documentId,
        public AsOfKind $kind,
        public string $pathThen,
        public string $path,
        public ?string $hash = null,
        public ?string $rewritten = null,
        public ?string $why = null,
    ) {}
}
