<?php

declare(strict_types=1);

namespace App\Workspace\Index;

use App\Models\Document;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\WorkspaceFiles;
use Hafenbuch\Core\Write\UnableToRead;
use Hafenbuch\Core\Write\UnableToWrite;

/** Takes over what another program has put into a document's file. */
final readonly class Takeover
{
    public function __construct(private DiskContentStore $contents, private DocumentIndex $index) {}

    /**
     * Makes the file's content the saved one. A draft stays, with the base that it was begun on.
     *
     * @return bool whether the content was another
     *
     * @throws UnableToRead|UnableToWrite
     */
    public function take(Document $document): bool
    {
        $files = WorkspaceFiles::of($document->workspace);
        $seenAt = time();
        $stat = $files->stat($document->path);
        if ($stat === null || ! $stat->isFile()) {
            return false;
        }
        $hash = $this->contents->put($files->open($document->path));
        $isOther = $hash !== $document->saved_hash || $document->is_gone;
        $document->fill([
            'saved_hash' => $hash, 'size' => $stat->size, 'stat' => $stat->signature, 'seen_at' => $seenAt,
            'is_gone' => false, 'is_writable' => $files->isWritable($document->path, $stat),
        ]);
        if ($isOther) {
            $analysis = $this->index->record($document, $hash, false);
            if ($document->draft === null) {
                $document->revision++;
                $document->title = $analysis->title;
                $document->note = $analysis->note();
            }
        }
        $document->save();

        return $isOther;
    }
}
