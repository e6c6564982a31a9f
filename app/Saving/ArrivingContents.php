<?php

declare(strict_types=1);

namespace App\Saving;

use App\Models\Document;
use App\Support\ManyValues;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Sources;
use Hafenbuch\Core\Plan\Arrival;
use Hafenbuch\Core\Write\ContentStore;
use Hafenbuch\Core\Write\FileChanged;
use Illuminate\Support\Facades\DB;

/**
 * The content store, and behind it files that are copied as they are, from elsewhere or within the workspace. Such a file is copied to its
 * place and nowhere else: what it came from is still there, and what is written over it later is kept first, as of any file that was found.
 * What it holds is known from when it was looked at, as long as its stat proves that.
 */
final class ArrivingContents implements ContentStore
{
    private const AT_ONCE = 500;

    /** In bytes; what is smaller takes no room that is worth sparing. */
    public const LEAST = 64 * 1024;

    /** @var array<string, ContentInPlace> by hash */
    private array $coming = [];

    public function __construct(private readonly DiskContentStore $store, private readonly Sources $sources) {}

    /**
     * Takes over those that can come straight from where they lie; the others must be in the store.
     *
     * @param  list<Arrival>  $arrivals
     * @return list<Arrival> the others
     */
    public function take(array $arrivals): array
    {
        $known = $this->known($arrivals);
        $others = [];
        foreach ($arrivals as $arrival) {
            $one = $known[Document::key($arrival->from)] ?? null;
            $isTaken = $one !== null && $one->hash === $arrival->hash
                && $this->stay($arrival->hash, new ContentInPlace($arrival->from, $one->stat, (int) $one->seen_at, fn (): ?array => $this->sources->find($arrival->from)));
            if (! $isTaken) {
                $others[] = $arrival;
            }
        }

        return $others;
    }

    /** Takes one over that lies where its stat proves what it holds. False: it must be in the store. */
    public function stay(string $hash, ContentInPlace $content): bool
    {
        $stat = $content->proven();
        if ($stat === null || ! $stat->isFile() || $stat->size < self::LEAST) {
            return false;
        }
        $this->coming[$hash] = $content;

        return true;
    }

    /** In bytes; null: nobody has it. */
    public function size(string $hash): ?int
    {
        return isset($this->coming[$hash]) ? $this->coming[$hash]->proven()?->size : $this->store->size($hash);
    }

    public function has(string $hash): bool
    {
        return isset($this->coming[$hash]) || $this->store->has($hash);
    }

    public function put($content): string
    {
        return $this->store->put($content);
    }

    public function putAll(iterable $contents): array
    {
        return $this->store->putAll($contents);
    }

    public function open(string $hash)
    {
        return isset($this->coming[$hash]) ? $this->coming[$hash]->open() : $this->store->open($hash);
    }

    public function confirm(array $hashes): void
    {
        foreach ($hashes as $hash) {
            $content = $this->coming[$hash] ?? null;
            if ($content !== null && $content->proven() === null) {
                throw FileChanged::at($content->path);
            }
        }
    }

    /**
     * @param  list<Arrival>  $arrivals
     * @return array<string, object{path_key: string, stat: string, seen_at: int, hash: string}> by the key of a path
     */
    private function known(array $arrivals): array
    {
        $known = [];
        foreach (array_chunk(array_map(static fn (Arrival $arrival): string => Document::key($arrival->from), $arrivals), self::AT_ONCE) as $keys) {
            $known += ManyValues::among(DB::table('known_sources'), 'path_key', $keys)->get(['path_key', 'stat', 'seen_at', 'hash'])->keyBy('path_key')->all();
        }

        return $known;
    }
}
