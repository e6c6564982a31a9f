<?php

declare(strict_types=1);

namespace App\Past\Versions;

use App\Models\Version;
use App\Workspace\Files\DiskContentStore;
use Hafenbuch\Core\Change\Change;
use Illuminate\Support\Facades\DB;

/** Counts how much each version differs from the one before, a few at each look, and remembers it. */
final readonly class ChangedBytes
{
    /** So long it may count at one look. */
    private const SECONDS = 0.08;

    private const LARGEST = 8 * 1024 * 1024;

    public function __construct(private DiskContentStore $contents) {}

    /** @param iterable<Version> $versions of one document, newest first */
    public function fill(iterable $versions): void
    {
        $until = microtime(true) + self::SECONDS;
        $later = null;
        foreach ($versions as $version) {
            if ($later !== null && $later->changed_bytes === null && microtime(true) < $until) {
                $later->changed_bytes = $this->between($version, $later);
                DB::table('versions')->where('id', $later->id)->update(['changed_bytes' => $later->changed_bytes]);
            }
            $later = $version;
        }
    }

    private function between(Version $before, Version $after): int
    {
        if ($before->hash === $after->hash) {
            return 0;
        }
        $isReadable = max($before->size, $after->size) <= self::LARGEST && $this->contents->has($before->hash) && $this->contents->has($after->hash);

        return $isReadable
            ? Change::between($this->contents->bytes($before->hash), $this->contents->bytes($after->hash))->extent()
            : max(1, abs($after->size - $before->size));
    }
}
