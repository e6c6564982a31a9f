<?php

declare(strict_types=1);

namespace App\Crates\TakingIn;

use App\Drafts\WorkingContent;
use App\Models\Document;
use App\Models\Workspace;
use App\Past\Comparing\KnownSources;
use App\Saving\Logbook\Comparer;
use App\Saving\Logbook\Comparison;
use App\Support\Refused;
use App\Workspace\Files\DiskContentStore;

/** Sets a file of a crate beside what its document has on the screen, as it would come. */
final readonly class CompareComing
{
    public function __construct(private ComingContents $coming, private DiskContentStore $contents, private WorkingContent $working, private Comparer $comparer) {}

    /**
     * @return array{Comparison, ?array{document: string, left: string, right: string}} and under which names both can be looked at
     *
     * @throws Refused|\Hafenbuch\Core\Write\UnableToRead
     */
    public function at(Workspace $workspace, ComingCrate $coming, string $place): array
    {
        foreach ($coming->rows as $row) {
            if ($row->place() === $place && $row->row->came !== null) {
                if ($row->row->came->size > (int) config('limits.content')) {
                    throw Refused::because("{$place} is too large to be compared. Take it in, and look at it then.");
                }
                $id = $row->row->documentId();
                $document = $id === null ? null : Document::query()->with('draft')->where('workspace_id', $workspace->id)->find($id);
                $here = $document === null ? null : $this->contents->putBytes($this->working->bytes($document->setRelation('workspace', $workspace)));

                $comes = $this->contents->putBytes($this->coming->content($workspace, $coming, $row));

                return [$this->comparer->compare($workspace, $row->path, $here, $comes), $document === null ? null : KnownSources::of($document, $here, $comes)];
            }
        }

        throw Refused::because("The crate has no file {$place}.");
    }
}
