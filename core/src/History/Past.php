<?php

declare(strict_types=1);

namespace Hafenbuch\Core\History;

/** A workspace as it was when some entry was the newest, and as it is now. */
interface Past
{
    /** @return ?PastState null: the document had no file then */
    public function state(string $documentId): ?PastState;

    /** @return ?string the id of the document whose file stood there then */
    public function documentAt(string $path): ?string;

    /** @return ?string where the document is now; null: it was deleted since */
    public function pathNow(string $documentId): ?string;

    /** @return ?string the SHA-256 of what is on its screen now */
    public function hashNow(string $documentId): ?string;

    /** @return string a path for a document that comes back: its old one, or a free one beside it */
    public function pathForReturn(string $path): string;

    /** Whether a content is still kept. */
    public function has(string $hash): bool;

    /** One that is still kept. */
    public function content(string $hash): string;
}
