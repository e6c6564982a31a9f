<?php

declare(strict_types=1);

namespace App\Crates\TakingIn;

use App\Drafts\DraftDesk;
use App\Models\Document;
use App\Models\Workspace;
use App\Saving\Logbook\Comparer;
use App\Saving\Logbook\Comparison;
use App\Support\Refused;
use App\Workspace\Files\DiskContentStore;

/** Sets a file of a crate beside what its document has on the screen, as it would come. */
final readonly class CompareComing
{
    public function __construct(private ComingContents $coming, private DiskContentStore $contents, private DraftDesk $desk, private Comparer $comparer) {}

    /** @throws Refused|\Hafenbuch\Core\Write\UnableToRead */
    public function at(Workspace $workspace, ComingCrate $coming, string $place): Comparison
    {
        foreach ($coming->rows as $row) {
            if ($row->place() === $place && $row->row->came !== null) {
                if ($row->row->came->size > (int) config('limits.content')) {
                    throw Refused::because("{$place} is too large to be compared. Take it in, and look at it then.");
                }
                $id = $row->row->documentId();
                $document = $id === null ? null : Document::query()->with('draft')->where('workspace_id', $workspace->id)->find($id);
                $here = $document === null ? null : $this->contents->putBytes($this->desk->workingBytes($document->setRelation('workspace', $workspace)));

                return $this->comparer->compare($workspace, $row->path, $here, $this->contents->putBytes($this->coming->content($workspace, $coming, $row)));
            }
        }

        throw Refused::because("The crate has no file {$place}.");
    }
}
