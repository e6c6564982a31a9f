<?php

declare(strict_types=1);

namespace App\Console\Relink;

use App\Console\Shapes;
use App\Rights\Right;
use App\TakeIn\TakeIn;
use App\TakeIn\TakeInWish;
use App\Workspace\Index\SnapshotReader;

final class TakeFilesIn extends StrayCommand
{
    public const RIGHT = Right::Save;

    protected $signature = 'take-in {name} {--of= : Only what this document and all below it refer to} {--note= : What this is, for the logbook} {--fingerprint= : Refuse if the plan is no longer this one} {--plan : Show what it would do, and do nothing}';

    protected $description = 'Bring the files outside of the workspace that documents refer to into it';

    public function handle(TakeIn $takeIn, SnapshotReader $snapshots): int
    {
        $workspace = $this->workspace();
        $person = $this->person($workspace);
        $wish = new TakeInWish($this->documents($workspace, $snapshots));
        if ($this->option('plan')) {
            $list = $takeIn->list($workspace, $person, $wish);
            $plan = $takeIn->plan($workspace, $person, $wish)->plan;
            $outside = [];
            foreach ($list->strays as $path => $stray) {
                if (! $list->comesIn((string) $path)) {
                    array_push($outside, ...array_map(static fn ($place): array => ['raw' => $place->raw, 'why' => $list->why((string) $path)], $stray->places));
                }
            }

            return $this->answer(['entry' => null, 'lines' => Shapes::plan($plan)['lines'], 'taken' => 0, 'inside' => 0, 'outside' => $outside, 'fingerprint' => $plan->fingerprint, 'warnings' => Shapes::plan($plan)['warnings'], 'blockers' => Shapes::plan($plan)['blockers']], Shapes::planWords($plan));
        }
        $done = $takeIn->carryOut($workspace, $person, $wish, $this->option('fingerprint'), $this->option('note'));

        return $this->answer([
            'entry' => $done->entry?->number, 'lines' => $done->entry === null ? [] : Shapes::entry($done->entry)['lines'], 'taken' => $done->taken, 'inside' => $done->inside,
            'outside' => array_map(static fn (array $one): array => ['raw' => $one['raw'], 'why' => $one['why']], $done->outside),
        ], [
            "{$done->taken} files taken in, {$done->inside} references now inside, ".count($done->outside).' still outside.',
            ...array_map(static fn (array $one): string => "{$one['path']}: {$one['raw']}. {$one['why']}", $done->outside),
        ]);
    }
}
