<?php

declare(strict_types=1);

namespace App\Saving;

use App\Models\Document;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\FileStat;
use App\Workspace\Sources;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Plan\Arrival;
use Hafenbuch\Core\Write\ContentStore;
use Hafenbuch\Core\Write\FileChanged;
use Illuminate\Support\Facades\DB;

/**
 * The content store, and behind it files from elsewhere that come in as they are. Such a file is copied to its place and nowhere else:
 * what it came from is still there, and what is written over it later is kept first, as of any file that was found. What it holds is
 * known from when it was looked at, as long as its stat proves that.
 */
final class ArrivingContents implements ContentStore
{
    private const AT_ONCE = 500;

    /** In bytes; what is smaller takes no room that is worth sparing. */
    public const LEAST = 64 * 1024;

    /** @var array<string, array{Arrival, object{stat: string, seen_at: int}, int}> by hash; with its size */
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
            $stat = $one === null || $one->hash !== $arrival->hash ? null : $this->stat($arrival->from);
            if ($one !== null && $stat !== null && $stat->isFile() && $stat->size >= self::LEAST && $stat->proves($one->stat, (int) $one->seen_at)) {
                $this->coming[$arrival->hash] = [$arrival, $one, $stat->size];
            } else {
                $others[] = $arrival;
            }
        }

        return $others;
    }

    /** In bytes; null: nobody has it. */
    public function size(string $hash): ?int
    {
        return $this->coming[$hash][2] ?? $this->store->size($hash);
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
        return isset($this->coming[$hash]) ? $this->sources->open($this->coming[$hash][0]->from) : $this->store->open($hash);
    }

    public function confirm(array $hashes): void
    {
        foreach ($hashes as $hash) {
            [$arrival, $known] = $this->coming[$hash] ?? [null, null];
            if ($arrival !== null && $known !== null && $this->stat($arrival->from)?->proves($known->stat, (int) $known->seen_at) !== true) {
                throw FileChanged::at($arrival->from);
            }
        }
    }

    private function stat(string $path): ?FileStat
    {
        [$files, $below] = $this->sources->find($path) ?? [null, ''];
        try {
            return $files?->stat($below);
        } catch (InvalidPath) {
            return null;
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
            $known += DB::table('known_sources')->whereIn('path_key', $keys)->get(['path_key', 'stat', 'seen_at', 'hash'])->keyBy('path_key')->all();
        }

        return $known;
    }
}
