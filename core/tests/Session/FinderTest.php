<?php

declare(strict_types=1);

use Hafenbuch\Core\Session\DocumentNow;
use Hafenbuch\Core\Session\Finder;
use Hafenbuch\Core\Session\Found;
use Hafenbuch\Core\Session\FoundBy;
use Hafenbuch\Core\Session\KeptDocument;
use Hafenbuch\Core\Session\WorkspaceNow;

function keptAt(int $key, ?string $id, string $path, ?string $hash = null, ?string $draft = null): KeptDocument
{
    return new KeptDocument($key, 'House', $id, $path, null, $hash, false, $draft);
}

/** @param list<DocumentNow> $documents */
function houseOf(array $documents): WorkspaceNow
{
    return new WorkspaceNow(array_column($documents, null, 'id'));
}

/** @param array<int, Found> $found @return array<int, ?string> */
function idsOf(array $found): array
{
    ksort($found);

    return array_map(static fn (Found $one): ?string => $one->document?->id, $found);
}

it('goes by identity first, wherever the document is and whatever is in it', function () {
    $found = Finder::find([keptAt(1, 'A', 'a.md', 'h1')], houseOf([new DocumentNow('A', 'elsewhere/b.md', 'h2'), new DocumentNow('B', 'a.md', 'h1')]));
    expect($found[1]->document?->id)->toBe('A')->and($found[1]->by)->toBe(FoundBy::Identity);
});

it('goes by content, then by name, where the identity is gone', function () {
    $now = houseOf([new DocumentNow('A', 'a.md', 'h1', null, true), new DocumentNow('B', 'moved/x.md', 'h1'), new DocumentNow('C', 'deep/c.md', 'h9')]);
    $found = Finder::find([keptAt(1, 'A', 'a.md', 'h1'), keptAt(2, 'X', 'c.md', 'h3')], $now);
    expect($found[1]->document?->id)->toBe('B')->and($found[1]->by)->toBe(FoundBy::Content)
        ->and($found[2]->document?->id)->toBe('C')->and($found[2]->by)->toBe(FoundBy::Name);
});

it('takes nothing for certain where several are as good, and names them', function () {
    $now = houseOf([new DocumentNow('B', 'x/blank.md', 'h1'), new DocumentNow('C', 'y/blank.md', 'h1')]);
    $found = Finder::find([keptAt(1, 'A', 'blank.md', 'h1')], $now);
    expect($found[1]->document)->toBeNull()->and(array_column($found[1]->candidates, 'path'))->toBe(['x/blank.md', 'y/blank.md']);

    $named = Finder::find([keptAt(1, 'A', 'blank.md', 'h1')], houseOf([new DocumentNow('B', 'x/blank.md', 'h1'), new DocumentNow('C', 'y/other.md', 'h1')]));
    expect($named[1]->document?->id)->toBe('B');
});

it('gives no document to two, and what is certain for one to no other', function () {
    $now = houseOf([new DocumentNow('B', 'b.md', 'h1'), new DocumentNow('A', 'a.md', 'h1', null, true)]);
    expect(idsOf(Finder::find([keptAt(1, 'A', 'a.md', 'h1'), keptAt(2, 'B', 'b.md', 'h1')], $now)))->toBe([1 => null, 2 => 'B']);
});

it('knows no identity from elsewhere: content, then path, then name', function () {
    $now = houseOf([new DocumentNow('A', 'one.md', 'h1'), new DocumentNow('B', 'two.md', 'h9'), new DocumentNow('C', 'sub/three.md', 'h8')]);
    $found = Finder::findFromElsewhere([keptAt(1, null, 'renamed.md', 'h1'), keptAt(2, null, 'two.md', 'h2'), keptAt(3, null, 'three.md', 'h3'), keptAt(4, null, 'none.md', 'h4')], $now);
    expect(idsOf($found))->toBe([1 => 'A', 2 => 'B', 3 => 'C', 4 => null])
        ->and($found[1]->by)->toBe(FoundBy::Content)->and($found[2]->by)->toBe(FoundBy::Path)->and($found[3]->by)->toBe(FoundBy::Name);
});

it('never gives one document twice, and every one that is there by its identity, whatever else is alike', function () {
    for ($seed = 0; $seed < 300; $seed++) {
        mt_srand($seed);
        $pick = static fn (array $from): mixed => $from[mt_rand(0, count($from) - 1)];
        $hashes = ['h1', 'h2', 'h3'];
        $names = ['a.md', 'b.md', 'x/a.md', 'y/b.md'];
        $documents = array_map(static fn (int $n): DocumentNow => new DocumentNow("D{$n}", $pick($names)."{$n}" === '' ? 'z' : ($n % 2 === 0 ? $pick($names) : "{$n}/".$pick($names)), $pick($hashes), null, mt_rand(0, 3) === 0), range(0, 7));
        $kept = array_map(static fn (int $n): KeptDocument => keptAt($n, mt_rand(0, 4) === 0 ? null : "D{$n}", $pick($names), $pick($hashes)), range(0, 7));
        $found = Finder::find($kept, houseOf($documents));
        $ids = array_filter(idsOf($found));
        expect(count(array_unique($ids)))->toBe(count($ids), "seed {$seed}");
        foreach ($kept as $one) {
            if ($one->id !== null && ! $documents[$one->key]->isGone) {
                expect($found[$one->key]->document?->id)->toBe($one->id, "seed {$seed}");
            }
        }
    }
});
