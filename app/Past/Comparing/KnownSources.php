<?php

declare(strict_types=1);

namespace App\Past\Comparing;

use App\Models\Document;
use App\Workspace\Files\DiskContentStore;
use Illuminate\Support\Facades\DB;

/** Under which names two contents of a document can still be looked at, so that a comparison of them can be one by eye. */
final class KnownSources
{
    /** @return ?array{document: string, left: string, right: string} null: one of them has no name any more */
    public static function of(Document $document, ?string $before, ?string $after): ?array
    {
        $left = self::named($document, $before);
        $right = self::named($document, $after);

        return $left === null || $right === null ? null : ['document' => $document->id, 'left' => $left, 'right' => $right];
    }

    private static function named(Document $document, ?string $hash): ?string
    {
        $version = $hash === null ? null : DB::table('versions')->where('document_id', $document->id)->where('hash', $hash)->max('number');

        return match (true) {
            $hash === null => null,
            $document->draft?->hash === $hash => 'draft',
            $version !== null => "version-{$version}",
            $document->saved_hash === $hash && ! $document->is_gone => 'file',
            app(DiskContentStore::class)->hold($hash) => ToldContent::name($document, $hash),
            default => null,
        };
    }
}
