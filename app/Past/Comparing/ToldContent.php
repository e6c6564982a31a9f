<?php

declare(strict_types=1);

namespace App\Past\Comparing;

use App\Models\Document;

/**
 * A content that is no document’s and that somebody was told of: what a plan would write, or a crate would bring. Its name says which content
 * it is and that this server has given it away for this document, so that nobody can ask for whatever the store holds.
 */
final class ToldContent
{
    public const PATTERN = 'told-[0-9a-f]{96}';

    private const HASH = 64;

    private const SIGN = 32;

    public static function name(Document $document, string $hash): string
    {
        return 'told-'.$hash.self::sign($document, $hash);
    }

    /** @return ?string its SHA-256; null: it was never told of for this document */
    public static function hash(Document $document, string $said): ?string
    {
        [$hash, $sign] = [substr($said, 0, self::HASH), substr($said, self::HASH)];

        return hash_equals(self::sign($document, $hash), $sign) ? $hash : null;
    }

    private static function sign(Document $document, string $hash): string
    {
        return substr(hash_hmac('sha256', "told {$document->workspace_id} {$document->id} {$hash}", (string) config('app.key')), 0, self::SIGN);
    }
}
