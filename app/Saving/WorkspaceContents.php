<?php

declare(strict_types=1);

namespace App\Saving;

use App\Models\Workspace;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\Sha256;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Sources;
use Hafenbuch\Core\Document\DocumentSnapshot;
use Hafenbuch\Core\Plan\Contents;
use Hafenbuch\Core\Write\UnableToRead;

/** Contents from the store, else from the file while it still holds them. */
final readonly class WorkspaceContents implements Contents
{
    private WorkspaceFiles $files;

    /** @param ?Sources $sources from where files may come in; null: none do */
    public function __construct(Workspace $workspace, private DiskContentStore $store, private ?Sources $sources = null)
    {
        $this->files = WorkspaceFiles::of($workspace);
    }

    public function bytes(DocumentSnapshot $document, string $hash): string
    {
        if (str_starts_with($document->path, '/')) {
            return $this->fromElsewhere($document->path, $hash);
        }
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

    private function fromElsewhere(string $path, string $hash): string
    {
        $bytes = stream_get_contents($this->sources?->open($path) ?? throw UnableToRead::file($path, 'nothing comes in here'));

        return $bytes !== false && Sha256::of($bytes) === $hash ? $bytes : throw UnableToRead::file($path, 'its content has changed since it was looked at; plan again');
    }
}
