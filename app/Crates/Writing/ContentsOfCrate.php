<?php

declare(strict_types=1);

namespace App\Crates\Writing;

use App\Crates\CrateChanged;
use App\Models\User;
use App\Models\Workspace;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\Sha256;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Reading\Formats;
use App\Workspace\Sources;
use Hafenbuch\Core\Crate\Blanking;
use Hafenbuch\Core\Crate\ContentOrigin;
use Hafenbuch\Core\Crate\CrateEntry;
use Hafenbuch\Core\Crate\CratePlan;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Format\Rewriter;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Reference\PathMap;
use Hafenbuch\Core\Reference\Resolver;
use Hafenbuch\Core\Write\UnableToRead;

/** Gives the contents of a crate's files: as they are, or with their references led to the crate. Each is the planned one, or none is given. */
final readonly class ContentsOfCrate
{
    private const PART = 1 << 20;

    /** Up to so many bytes a content is taken into memory in one go. */
    public const AT_ONCE = 16 << 20;

    private FormatRegistry $formats;

    private Rewriter $rewriter;

    private WorkspaceFiles $files;

    private Sources $sources;

    private PathMap $leads;

    public function __construct(Workspace $workspace, User $person, CratePlan $plan, private DiskContentStore $contents, private ?Blanking $blanking)
    {
        $this->formats = Formats::of($workspace);
        $this->rewriter = new Rewriter($this->formats, new Resolver($workspace->root));
        $this->files = WorkspaceFiles::of($workspace);
        $this->sources = Sources::of($workspace, $person);
        $this->leads = $plan->leads();
    }

    /**
     * @return array{int, iterable<string>, ?string} bytes, the parts, and the content as it was before where it is read whole
     *
     * @throws CrateChanged|UnableToRead|\Hafenbuch\Core\Reference\UnwritableValue
     */
    public function of(CrateEntry $entry): array
    {
        $file = $entry->file;
        $isRead = $this->formats->forPath($file->path()) !== null && $this->formats->isReadable($file->path(), $file->size);
        if (! $isRead && ! ($this->blanking?->concerns($file->path(), $file->size) ?? false)) {
            return [$file->size, $this->streamed($entry), null];
        }
        $before = $this->before($entry);
        $after = $isRead ? $this->rewriter->rewrite($before, $file->path(), $entry->place, $this->leads, true) : $before;
        $after = $this->blanking?->blanked($file->path(), $after) ?? $after;

        return [strlen($after), [$after], $isRead ? $before : null];
    }

    /**
     * A content as it is before it is packed.
     *
     * @throws CrateChanged|UnableToRead
     */
    public function before(CrateEntry $entry): string
    {
        $bytes = '';
        foreach ($this->streamed($entry) as $part) {
            $bytes .= $part;
        }

        return $bytes;
    }

    /** @return \Generator<string> */
    private function streamed(CrateEntry $entry): \Generator
    {
        $stream = $this->open($entry);
        try {
            if ($entry->file->size <= self::AT_ONCE) {
                $bytes = (string) stream_get_contents($stream, $entry->file->size + 1);
                if (Sha256::of($bytes) !== $entry->file->hash) {
                    throw CrateChanged::whilePacked($entry->file->path());
                }
                yield $bytes;

                return;
            }
            $running = hash_init('sha256');
            while (! feof($stream)) {
                $part = (string) fread($stream, self::PART);
                hash_update($running, $part);
                yield $part;
            }
            if (hash_final($running) !== $entry->file->hash) {
                throw CrateChanged::whilePacked($entry->file->path());
            }
        } finally {
            fclose($stream);
        }
    }

    /** @return resource */
    private function open(CrateEntry $entry)
    {
        $file = $entry->file;
        if ($file->from->isKept()) {
            return $this->contents->open($file->hash);
        }
        try {
            if ($file->from === ContentOrigin::Saved) {
                return $this->files->open($file->liesAt ?? $file->end);
            }
            [$files, $below] = $this->sources->find($file->path()) ?? throw UnableToRead::file($file->path(), 'it may not be taken from there any more');

            return $files->open($below);
        } catch (InvalidPath) {
            throw UnableToRead::file($file->path(), 'there is no such file any more');
        }
    }
}
