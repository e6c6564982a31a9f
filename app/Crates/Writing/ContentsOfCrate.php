<?php

declare(strict_types=1);

namespace App\Crates\Writing;

use App\Crates\CrateChanged;
use App\Crates\Gather\Trims;
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
use Hafenbuch\Core\Crate\Trim\Cut;
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

    public function __construct(Workspace $workspace, User $person, CratePlan $plan, private DiskContentStore $contents, private ?Blanking $blanking, private ?Trims $trims = null)
    {
        $this->formats = Formats::of($workspace);
        $this->rewriter = new Rewriter($this->formats, new Resolver($workspace->root));
        $this->files = WorkspaceFiles::of($workspace);
        $this->sources = Sources::of($workspace, $person);
        $this->leads = $plan->leads();
    }

    /**
     * @return array{int, iterable<string>, ?string, ?string} bytes; the parts; the content as it was before where it is read whole; and that
     *                                                        with all that was taken out of it, where something was
     *
     * @throws CrateChanged|UnableToRead|\Hafenbuch\Core\Reference\UnwritableValue
     */
    public function of(CrateEntry $entry): array
    {
        $file = $entry->file;
        $cut = $this->trims->cuts[$file->end] ?? null;
        if ($cut !== null) {
            return [$cut->size(), $this->cut($entry, $cut), null, null];
        }
        $isRead = $this->formats->forPath($file->path()) !== null && $this->formats->isReadable($file->path(), $file->size);
        if (! $isRead && ! ($this->blanking?->concerns($file->path(), $file->size) ?? false)) {
            return [$file->size, $this->streamed($entry), null, null];
        }
        $before = $this->before($entry);
        $trimmed = $this->trims?->applied($file->end, $before) ?? $before;
        $after = $isRead ? $this->rewriter->rewrite($trimmed, $file->path(), $entry->place, $this->leads, true) : $trimmed;
        $after = $this->blanking?->blanked($file->path(), $after) ?? $after;
        $without = ! $isRead ? null : $this->blanking?->quietly($file->path(), $trimmed) ?? $trimmed;

        return [strlen($after), [$after], $isRead ? $before : null, $without === $before ? null : $without];
    }

    /** @return \Generator<string> of a sound that is cut; all of it is read, so that it is the planned one */
    private function cut(CrateEntry $entry, Cut $cut): \Generator
    {
        yield $cut->wav->head($cut->from, $cut->frames);
        $from = $cut->wav->dataAt + $cut->from * $cut->wav->frameBytes;
        $end = $from + $cut->frames * $cut->wav->frameBytes;
        $at = 0;
        foreach ($this->streamed($entry) as $part) {
            $start = max(0, $from - $at);
            $length = min(strlen($part), $end - $at) - $start;
            if ($length > 0) {
                yield substr($part, $start, $length);
            }
            $at += strlen($part);
        }
        yield $cut->wav->tail($cut->from, $cut->frames);
    }

    /** @return \Closure(int, int): string bytes of a content from an offset on */
    public function reader(CrateEntry $entry): \Closure
    {
        $stream = $this->open($entry);

        return static function (int $offset, int $length) use ($stream): string {
            fseek($stream, $offset);

            return $length > 0 ? (string) stream_get_contents($stream, $length) : '';
        };
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
