<?php

declare(strict_types=1);

namespace App\Workspace\Index;

use App\Models\Document;
use Hafenbuch\Core\Format\Link\LinkReader;
use Illuminate\Support\Facades\DB;

/** What a link shows: the document at its end, by the tables and never by the file system, so that no link leads out. */
final class LinkEnd
{
    /** As Linux has it (path_resolution(7)). */
    private const HOPS = 40;

    /** @return Document the given one where it is no link, or leads to no document */
    public static function of(Document $document): Document
    {
        for ($end = $document, $hops = 0; $end->format === LinkReader::NAME; $hops++) {
            $target = DB::table('document_references')->where('document_id', $end->id)->where('in_draft', $end->draft !== null)->where('target_kind', 'file')->value('target_path');
            $next = $hops < self::HOPS && is_string($target) ? Document::at($document->workspace, $target) : null;
            if ($next === null) {
                return $document;
            }
            $end = $next->setRelation('workspace', $document->workspace);
        }

        return $end;
    }
}
