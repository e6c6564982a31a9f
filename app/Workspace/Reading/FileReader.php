<?php

declare(strict_types=1);

namespace App\Workspace\Reading;

use App\Workspace\Files\Sha256;
use App\Workspace\Files\WorkspaceFiles;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Write\UnableToRead;

/** Looks at files below one folder: their hashes, references and titles. */
final readonly class FileReader
{
    private ContentReader $contents;

    private WorkspaceFiles $files;

    public function __construct(string $root, Ways $ways = new Ways)
    {
        $this->files = new WorkspaceFiles($root);
        $this->contents = new ContentReader(Formats::reading($ways), $root);
    }

    /**
     * Reads one file. A content that is the known one is not looked into.
     *
     * @param  int  $size  in bytes, as the folder says
     * @param  bool  $isLink  whether it is a link, which is read whatever its name
     */
    public function look(string $path, int $size, ?string $knownHash, bool $isLink = false): FileReport
    {
        $seenAt = time();
        $isRead = $isLink || $this->contents->isRead($path, $size);
        try {
            $bytes = $isRead ? $this->files->bytes($path) : '';
            $hash = $isRead ? Sha256::of($bytes) : $this->files->contentHash($path);
        } catch (UnableToRead|InvalidPath) {
            return new FileReport($path, null, $seenAt, null, null, []);
        }
        if ($hash === $knownHash) {
            return new FileReport($path, $hash, $seenAt, null, null, []);
        }
        $analysis = $isRead ? $this->contents->read($path, $bytes) : $this->contents->leaf($path);

        return new FileReport($path, $hash, $seenAt, $analysis->title, $analysis->note(), $analysis->references, true, $analysis->format);
    }
}
