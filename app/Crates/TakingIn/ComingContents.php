<?php

declare(strict_types=1);

namespace App\Crates\TakingIn;

use App\Models\Workspace;
use App\Support\LineMerge;
use App\Support\Refused;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\Sha256;
use App\Workspace\Reading\Formats;
use Hafenbuch\Core\Crate\Back\Homecoming;
use Hafenbuch\Core\Reference\Resolver;

/** The contents of a crate as they come: with their references led home, and with what was taken out before it was packed. */
final readonly class ComingContents
{
    public function __construct(private DiskContentStore $contents) {}

    /**
     * Brings the contents to the store, with their references led home; without a row that names them they are swept later.
     *
     * @param  list<ComingRow>  $rows
     * @return list<string> SHA-256 of each
     */
    public function store(Workspace $workspace, ComingCrate $coming, array $rows): array
    {
        $this->refuseWithoutRoom(array_sum(array_map(static fn (ComingRow $row): int => $row->row->came->size ?? 0, $rows)));
        $formats = Formats::of($workspace);
        $streams = function () use ($workspace, $coming, $rows, $formats): \Generator {
            foreach ($rows as $row) {
                $came = $row->row->came ?? throw new \LogicException('What brings something has come.');
                $isLed = $formats->forPath($came->place) !== null && $formats->isReadable($came->place, $came->size);
                yield $isLed ? DiskContentStore::stream($this->content($workspace, $coming, $row)) : $coming->opened->source->open($coming->opened->entry($came->place));
            }
        };
        $hashes = $this->contents->putAll($streams());
        foreach ($rows as $number => $row) {
            $came = $row->row->came;
            $isLed = $came !== null && $formats->forPath($came->place) !== null && $formats->isReadable($came->place, $came->size);
            if ($came !== null && ! $isLed && $hashes[$number] !== $came->hash) {
                throw Refused::because("{$came->place} was changed while it was taken in. Nothing was taken in; begin again.");
            }
        }

        return $hashes;
    }

    /**
     * A file as it comes, with its references led home.
     *
     * @throws Refused where it was changed since it was looked at
     */
    public function content(Workspace $workspace, ComingCrate $coming, ComingRow $row): string
    {
        $came = $row->row->came ?? throw new \LogicException('What brings something has come.');
        $stream = $coming->opened->source->open($coming->opened->entry($came->place));
        $bytes = (string) stream_get_contents($stream);
        fclose($stream);
        if (Sha256::of($bytes) !== $came->hash) {
            throw Refused::because("{$came->place} was changed while it was taken in. Nothing was taken in; begin again.");
        }
        $kept = $coming->sent->kept[$came->place] ?? null;
        $before = $kept === null || ! $this->contents->has($kept) ? null : $this->contents->bytes($kept);

        $home = (new Homecoming(Formats::of($workspace), new Resolver($workspace->root), $coming->homes))->content($bytes, $came->place, $row->path, $before);

        $without = $coming->sent->without[$came->place] ?? null;

        // What was taken out before it was packed is nothing that they have changed.
        return $before === null || $without === null || ! $this->contents->has($without) ? $home : LineMerge::of($this->contents->bytes($without), $before, $home) ?? $home;
    }

    private function refuseWithoutRoom(int $bytes): void
    {
        if ($bytes + (int) config('limits.room') > $this->contents->room()) {
            throw Refused::because("There is no room on the server’s disk for {$bytes} bytes. Nothing was taken in.");
        }
    }
}
