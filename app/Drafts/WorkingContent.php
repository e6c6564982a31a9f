<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Models\Document;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\WorkspaceFiles;

/** What is on the screen: the draft, else the file. */
final readonly class WorkingContent
{
    public function __construct(private DiskContentStore $contents) {}

    /** @throws \Hafenbuch\Core\Write\UnableToRead|\Hafenbuch\Core\Path\InvalidPath */
    public function bytes(Document $document): string
    {
        $hash = $document->workingHash();
        if ($hash === null) {
            return '';
        }
        if ($this->contents->has($hash)) {
            return $this->contents->bytes($hash);
        }

        return WorkspaceFiles::of($document->workspace)->bytes($document->path);
    }

    /**
     * Where it lies, for whoever sends files better than we do.
     *
     * @return ?array{file: string, within: string, hash: string} the folder beyond which no link may lead; null: it is empty
     *
     * @throws \Hafenbuch\Core\Write\UnableToRead|\Hafenbuch\Core\Path\InvalidPath
     */
    public function file(Document $document): ?array
    {
        $hash = $document->workingHash();
        if ($hash === null) {
            return null;
        }
        if ($this->contents->has($hash)) {
            return ['file' => $this->contents->file($hash), 'within' => $this->contents->root(), 'hash' => $hash];
        }
        $files = WorkspaceFiles::of($document->workspace);
        if ($files->isLink($document->path)) {
            return null;
        }
        fclose($files->open($document->path));

        return ['file' => $files->absolute($document->path), 'within' => $document->workspace->root, 'hash' => $hash];
    }
}
