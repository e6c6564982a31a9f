<?php

declare(strict_types=1);

use Hafenbuch\Core\Release\Chain;
use Hafenbuch\Core\Release\InvalidChain;
use Hafenbuch\Core\Release\Mark;
use Hafenbuch\Core\Release\ReleaseState;
use Hafenbuch\Core\Release\Scheme;

it('counts revisions', function (Scheme $scheme, ?string $from, string $next) {
    expect($scheme->next($from))->toBe($next);
})->with([
    [Scheme::Letters, null, 'A'], [Scheme::Letters, 'A', 'B'], [Scheme::Letters, 'Z', 'AA'], [Scheme::Letters, 'AZ', 'BA'], [Scheme::Letters, 'ZZ', 'AAA'], [Scheme::Letters, '1.3', 'A'],
    [Scheme::Numbers, null, '1.0'], [Scheme::Numbers, '1.0', '1.1'], [Scheme::Numbers, '1.9', '1.10'], [Scheme::Numbers, 'B', '1.0'],
]);

it('never counts to the same twice', function (Scheme $scheme) {
    $seen = [];
    for ($revision = $scheme->next(null), $n = 0; $n < 2000; $n++, $revision = $scheme->next($revision)) {
        expect($seen)->not->toHaveKey($revision);
        $seen[$revision] = true;
    }
})->with(Scheme::cases());

it('begins a revision with what is released first, and with what is written again after that', function () {
    $chain = Chain::standard();
    $move = fn (Mark $mark, string $to, bool $raises = false): string => $chain->moved($mark, $chain->named($to) ?? throw new LogicException, $raises)->words();
    expect($move(new Mark, 'in review'))->toBe('in review')
        ->and($move(new Mark('in review'), 'released'))->toBe('released, revision A')
        ->and($move(new Mark('released', 'A'), 'in work'))->toBe('in work, revision B')
        ->and($move(new Mark('replaced', 'A'), 'in work'))->toBe('in work, revision B')
        ->and($move(new Mark('in review', 'B'), 'in work'))->toBe('in work, revision B')
        ->and($move(new Mark('in work', 'B'), 'released'))->toBe('released, revision B')
        ->and($move(new Mark('in work', 'B'), 'released', true))->toBe('released, revision C')
        ->and($move(new Mark('released', 'B'), 'replaced'))->toBe('replaced, revision B');
});

it('keeps from being written what is in a state for that, and nothing else', function () {
    $chain = Chain::standard();
    expect($chain->withholds(new Mark))->toBeNull()->and($chain->withholds(new Mark('in work', 'B')))->toBeNull()
        ->and($chain->withholds(new Mark('released', 'A')))->toContain('released, revision A')
        // A state that the chain has no more is the first.
        ->and($chain->withholds(new Mark('approved', 'A')))->toBeNull();
});

it('is refused where it would lock documents in', function (array $states) {
    Chain::of($states, Scheme::Letters);
})->with([
    'none' => [[]],
    'not written first' => [[new ReleaseState('frozen', false, false, false)]],
    'released first' => [[new ReleaseState('released', false, true, true)]],
    'twice the same' => [[new ReleaseState('a', false, true, false), new ReleaseState('A', false, true, false)]],
    'unseen' => [[new ReleaseState("a\u{202E}b", false, true, false)]],
    'long' => [[new ReleaseState(str_repeat('a', 41), false, true, false)]],
    'many' => [array_map(static fn (int $n): ReleaseState => new ReleaseState("s{$n}", false, true, false), range(1, 13))],
])->throws(InvalidChain::class);
