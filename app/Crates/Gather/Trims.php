<?php

declare(strict_types=1);

namespace App\Crates\Gather;

use App\Crates\Writing\ContentsOfCrate;
use App\Models\User;
use App\Models\Workspace;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Reading\Formats;
use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Change\Changes;
use Hafenbuch\Core\Crate\CrateEntry;
use Hafenbuch\Core\Crate\CratePlan;
use Hafenbuch\Core\Crate\Trim\CannotTrim;
use Hafenbuch\Core\Crate\Trim\Cut;
use Hafenbuch\Core\Crate\Trim\TimelineUse;
use Hafenbuch\Core\Crate\Trim\TimelineUses;
use Hafenbuch\Core\Crate\Trim\WavFile;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Reference\Resolver;

/** Sounds of a crate that timelines use only in part, and what of them goes in. */
final readonly class Trims
{
    private const TIMELINES = ['otio'];

    private const SOUNDS = ['wav', 'wave'];

    /**
     * @param  array<string, Cut>  $cuts  by the end of a sound
     * @param  array<string, string>  $whole  by the end of a sound that could have been cut: why it goes in whole
     * @param  array<string, list<Change>>  $changes  by the end of a timeline: what its ranges become
     */
    private function __construct(public array $cuts, public array $whole, private array $changes) {}

    public static function none(): self
    {
        return new self([], [], []);
    }

    /** @param ?float $handles seconds that stay before and behind what is used; null: nothing is cut */
    public static function of(Workspace $workspace, User $person, CratePlan $plan, ?float $handles, DiskContentStore $contents): self
    {
        if ($handles === null) {
            return self::none();
        }
        $entries = [];
        foreach ($plan->packed() as $entry) {
            $entries[$entry->file->end] = $entry;
        }
        $reading = new ContentsOfCrate($workspace, $person, $plan, $contents, null);
        $sounds = array_filter($entries, static fn (CrateEntry $entry): bool => in_array(Path::extensionOf($entry->place), self::SOUNDS, true));
        $uses = $sounds === [] ? [] : self::uses($workspace, $entries, $reading);
        $cuts = $whole = $changes = [];
        foreach ($sounds as $end => $entry) {
            try {
                $found = self::partly($entry, $entries, $uses, (string) $end);
                $cut = Cut::of(WavFile::read($reading->reader($entry), $entry->file->size), array_merge(...array_values($found)), $handles);
            } catch (CannotTrim $why) {
                $whole[$end] = $why->getMessage();

                continue;
            }
            $cuts[$end] = $cut;
            foreach ($found as $timeline => $some) {
                foreach ($some as $use) {
                    $changes[$timeline] = [...$changes[$timeline] ?? [], ...$cut->changes($use)];
                }
            }
        }

        return new self($cuts, $whole, $changes);
    }

    /**
     * @param  array<string, CrateEntry>  $entries
     * @return array<string, array<string, list<?TimelineUse>>> by the end of a timeline, and that of what it uses
     */
    private static function uses(Workspace $workspace, array $entries, ContentsOfCrate $reading): array
    {
        $formats = Formats::of($workspace);
        $resolver = new Resolver($workspace->root);
        $found = [];
        foreach ($entries as $end => $entry) {
            if (in_array(Path::extensionOf($entry->place), self::TIMELINES, true) && $formats->isReadable($entry->file->path(), $entry->file->size)) {
                $bytes = $reading->before($entry);
                $uses = TimelineUses::of($bytes);
                $found[$end] = [];
                foreach ($formats->read($entry->file->path(), $bytes)->references as $site) {
                    $target = $resolver->resolve($entry->file->path(), $site->raw, $site->style)->end();
                    $found[$end][(string) $target][] = $uses[$site->offset] ?? null;
                }
            }
        }

        return $found;
    }

    /**
     * @param  array<string, CrateEntry>  $entries
     * @param  array<string, array<string, list<?TimelineUse>>>  $uses
     * @return array<string, list<TimelineUse>> by the end of a timeline
     *
     * @throws CannotTrim
     */
    private static function partly(CrateEntry $entry, array $entries, array $uses, string $end): array
    {
        if ($entry->isTop || $entry->referredBy === []) {
            throw CannotTrim::because($entry->isTop ? 'you chose it itself' : 'no timeline uses it');
        }
        $found = [];
        foreach ($entry->referredBy as $referrer) {
            foreach ($uses[$referrer][$end] ?? [null] as $use) {
                $found[$referrer][] = $use ?? throw CannotTrim::because(Path::nameOf($entries[$referrer]->place ?? $referrer).' uses all of it');
            }
        }

        return $found;
    }

    /** A timeline with the ranges of what is cut. */
    public function applied(string $end, string $bytes): string
    {
        $changes = [];
        foreach ($this->changes[$end] ?? [] as $change) {
            $changes[$change->at] = $change;
        }

        return $changes === [] ? $bytes : Changes::of(...array_values($changes))->apply($bytes);
    }
}
