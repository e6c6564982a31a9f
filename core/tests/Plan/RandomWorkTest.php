<?php

declare(strict_types=1);

use Hafenbuch\Core\Tests\Support\Work\MemoryWorked;
use Hafenbuch\Core\Tests\Support\Work\WorkCase;

it('keeps every reference, every other byte, and the way back, whatever is done', function (int $round) {
    $acts = 0;
    for ($seed = $round * 100; $seed < $round * 100 + 50; $seed++) {
        $case = WorkCase::run($seed, 3 + $seed % 10, 6, static fn (array $documents): MemoryWorked => new MemoryWorked($documents));
        $acts += $case['acts'];
        expect($case['wrong'])->toBe([], implode("\n", $case['wrong']));
    }
    expect($acts)->toBeGreaterThan(100);
})->with(range(1, 8));
