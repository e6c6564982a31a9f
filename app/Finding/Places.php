<?php

declare(strict_types=1);

namespace App\Finding;

use App\Models\Document;
use App\Models\Workspace;
use App\Support\ManyValues;
use Hafenbuch\Core\Find\Excerpt;

/** The places in which words stand, of documents that were found by them. */
final readonly class Places
{
    /** What takes longer is left to whoever opens the document. */
    private const SECONDS = 1.5;

    public function __construct(private TextReader $texts) {}

    /**
     * @param  list<string>  $ids
     * @param  list<string>  $parts  folded
     * @return array<string, Excerpt> by document, of those whose text has one
     */
    public function in(Workspace $workspace, array $ids, array $parts): array
    {
        $places = [];
        $until = microtime(true) + self::SECONDS;
        foreach (ManyValues::among(Document::query(), 'id', $ids)->kept()->with('draft')->where('workspace_id', $workspace->id)->get() as $document) {
            if (microtime(true) > $until) {
                break;
            }
            $place = $parts === [] ? null : Excerpt::of($this->texts->shown($workspace, $document), $parts);
            if ($place !== null) {
                $places[$document->id] = $place;
            }
        }

        return $places;
    }
}
