<?php

declare(strict_types=1);

use App\Models\Document;
use App\Workspace\Index\SnapshotReader;
use Hafenbuch\Core\Document\Snapshot;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Plan\Planner;
use Tests\Support\Harbour;

/** Nine hundred documents: chains of ten, each of which refers to the next, a long one of all that hangs together, and drafts here and there. */
beforeEach(function () {
    mt_srand((int) (getenv('HAFENBUCH_SEED') ?: 1853));
    $files = [];
    for ($n = 0; $n < 900; $n++) {
        $links = [$n % 10 === 9 ? '' : '[next](d'.($n + 1).'.md)', $n < 450 ? '' : '[long]('.($n === 899 ? 'd0' : 'd'.($n + 1)).'.md)', mt_rand(0, 9) === 0 ? '[stray](none.md)' : ''];
        $files["d{$n}.md"] = "# {$n}\n\n".implode("\n", $links)."\n";
    }
    $this->harbour = new Harbour($files);
    foreach (array_rand($files, 30) as $path) {
        $this->harbour->draft($path, $files[$path].'[other](d'.mt_rand(0, 899).".md)\n");
    }
    $this->harbour->draft('new.md', "# New\n\n[back](d0.md)\n");
    $this->ids = Document::query()->where('workspace_id', $this->harbour->workspace->id)->orderBy('path')->pluck('id')->all();
    $this->reader = app(SnapshotReader::class);
    $this->some = fn (int $count): array => array_values(array_map(fn (int|string $key): string => $this->ids[$key], (array) array_rand($this->ids, $count)));
});

it('reads as much around documents as a plan needs, as if it had read everything', function () {
    $whole = $this->reader->whole($this->harbour->workspace, $this->harbour->owner);
    $planned = static fn (Snapshot $snapshot, array $decisions) => (new Planner)->plan($snapshot, $decisions);
    $sizes = [];
    foreach ([1, 3, 20, 60, 450] as $count) {
        for ($try = 0; $try < 2; $try++) {
            $decisions = array_fill_keys(($this->some)($count), Decision::save());
            $around = $this->reader->around($this->harbour->workspace, array_keys($decisions), $this->harbour->owner);
            expect($planned($around, $decisions))->toEqual($planned($whole, $decisions));
            $sizes[] = count($around->documents);
        }
    }
    // Both ways of reading were taken.
    expect(min($sizes))->toBeLessThan(100)->and(max($sizes))->toBe(901);
});

it('reads as much for rows as their states need, as if it had read everything', function () {
    foreach ([0, 420] as $more) {
        foreach (array_slice($this->ids, 0, $more) as $id) {
            $document = Document::query()->findOrFail($id);
            $this->harbour->draft($document->path, "# Other\n");
        }
        $expected = $this->reader->whole($this->harbour->workspace, $this->harbour->owner)->below();
        foreach ([1, 10, 200] as $count) {
            $ids = ($this->some)($count);
            $states = array_intersect_key($this->reader->forRows($this->harbour->workspace, $ids, $this->harbour->owner)->below(), array_flip($ids));
            foreach ($states as $id => $state) {
                expect($state['state'])->toBe($expected[$id]['state']);
            }
            expect($states)->toHaveCount($count);
        }
    }
});
