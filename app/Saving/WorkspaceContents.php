<?php

declare(strict_types=1);

namespace App\Saving;

use App\Models\Workspace;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\Sha256;
use App\Workspace\Files\WorkspaceFiles;
use Hafenbuch\Core\Document\DocumentSnapshot;
use Hafenbuch\Core\Plan\Contents;
use Hafenbuch\Core\Write\UnableToRead;

/** Contents from the store, else from the file while it still holds them. */
final readonly class WorkspaceContents implements Contents
{
    private WorkspaceFiles $files;

    public function __construct(Workspace $workspace, private DiskContentStore $store)
    {
        $this->files = WorkspaceFiles::of($workspace);
    }

    public function bytes(DocumentSnapshot $document, string $hash): string
    {
        if ($document->onDisk->hash === $hash) {
            $bytes = $this->files->bytes($document->path);
            if (Sha256::of($bytes) === $hash) {
                return $bytes;
            }
        }

        return $this->store->has($hash)
            ? $this->store->bytes($hash)
            : throw UnableToRead::file($document->path, 'its content has changed since it was read; look for changed files');
    }
}
