<?php

declare(strict_types=1);

use App\Workspace\Index\SnapshotReader;
use Hafenbuch\Core\Tests\Support\Work\RandomWork;
use Hafenbuch\Core\Tests\Support\Work\WorkCase;
use Tests\Support\HarbourWorked;

it('keeps every reference, every other byte, and the way back, on real files', function (int $round) {
    for ($seed = $round; $seed < $round + 3; $seed++) {
        $worked = null;
        $case = WorkCase::run($seed, 4 + $seed % 8, 5, static function (array $documents) use (&$worked): HarbourWorked {
            return $worked = new HarbourWorked($documents);
        });
        expect($case['wrong'])->toBe([], implode("\n", $case['wrong']));
        // What the tables say is what another look at the files finds.
        $scan = $worked->harbour->scan();
        expect($scan->changed)->toBe(0, "seed {$seed}: a scan finds other files than the tables know");
    }
})->with([7000, 7100, 7200, 7300, 7400, 7500]);

it('reads the states of rows as from the whole workspace', function () {
    for ($seed = 500; $seed < 512; $seed++) {
        mt_srand($seed);
        $worked = new HarbourWorked(RandomWork::documents(14));
        $harbour = $worked->harbour;
        $reader = app(SnapshotReader::class);
        $whole = array_map(static fn (array $below): string => $below['state']->value, $reader->whole($harbour->workspace, $harbour->owner)->below());
        foreach ([array_keys($whole), array_slice(array_keys($whole), 0, 3), [array_key_last($whole)]] as $ids) {
            $rows = $reader->forRows($harbour->workspace, $ids, $harbour->owner)[0]->below();
            foreach ($ids as $id) {
                expect($rows[$id]['state']->value)->toBe($whole[$id], "seed {$seed}");
            }
        }
    }
});
