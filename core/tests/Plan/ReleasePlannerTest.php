<?php

declare(strict_types=1);

use Hafenbuch\Core\Plan\Action;
use Hafenbuch\Core\Plan\Plan;
use Hafenbuch\Core\Plan\PlanLine;
use Hafenbuch\Core\Plan\Reason;
use Hafenbuch\Core\Plan\ReleasedDocument;
use Hafenbuch\Core\Plan\ReleasePlanner;
use Hafenbuch\Core\Release\Chain;
use Hafenbuch\Core\Release\Mark;
use Hafenbuch\Core\Release\ReleaseWish;

/** @param list<string> $refersTo */
function come(string $id, ?string $state = null, ?string $revision = null, array $refersTo = [], bool $hasFile = true, bool $isUnsaved = false, ?string $withheld = null): ReleasedDocument
{
    return new ReleasedDocument($id, "{$id}.md", new Mark($state, $revision), $hasFile, $isUnsaved, $withheld, $refersTo);
}

/**
 * @param  array<string, ReleaseWish>  $wishes
 * @param  list<ReleasedDocument>  $documents
 * @param  array<string, list<string>>  $below
 * @param  list<PlanLine>  $lines
 */
function released(array $wishes, array $documents, array $below = [], bool $isKeeper = true, array $lines = []): Plan
{
    return (new ReleasePlanner(Chain::standard(), $isKeeper))->add(new Plan('f', $lines, [], []), $wishes, array_column($documents, null, 'id'), $below);
}

it('moves one document, or it with all below that is not so far yet', function () {
    $all = [come('book', null, null, ['a', 'b']), come('a', 'in work'), come('b', 'released', 'C')];
    $alone = released(['book' => new ReleaseWish('released')], $all);
    expect(array_map(static fn (PlanLine $line): string => "{$line->path}: {$line->reason->text()}", $alone->lines))->toBe(['book.md: becomes released, revision A'])
        ->and(array_map(static fn ($warning): string => $warning->message, $alone->warnings))->toBe(['It will be released, revision A, and refers to a.md, which is in work.']);
    $with = released(['book' => new ReleaseWish('released', withBelow: true)], $all, ['book' => ['a', 'b']]);
    expect(array_map(static fn (PlanLine $line): string => "{$line->path}: {$line->reason->text()}", $with->lines))->toBe(['book.md: becomes released, revision A', 'a.md: becomes released, revision A, with book.md'])
        ->and($with->warnings)->toBe([])->and($with->lines[0]->action)->toBe(Action::State)->and($with->fingerprint)->not->toBe($alone->fingerprint);
});

it('says what speaks against it', function (ReleasedDocument $document, string $state, bool $isKeeper, string $why) {
    expect(released([$document->id => new ReleaseWish($state)], [$document], [], $isKeeper)->blockers[0]->message)->toContain($why);
})->with([
    'not for writers' => [come('a', 'in review'), 'released', false, 'Only a keeper'],
    'unknown' => [come('a'), 'approved', true, 'There is no state “approved”'],
    'new' => [come('a', hasFile: false), 'in review', true, 'no file yet'],
    'unsaved' => [come('a', isUnsaved: true), 'in review', true, 'unsaved changes'],
    'withheld' => [come('a', withheld: 'Ida has locked it.'), 'in review', true, 'Ida has locked it.'],
]);

it('goes with a save of the same plan', function () {
    $save = new PlanLine('a', 'a.md', Action::Write, 'x', 'y', Reason::asked(), 'y');
    $plan = released(['a' => new ReleaseWish('in review')], [come('a', isUnsaved: true)], lines: [$save]);
    expect($plan->blockers)->toBe([])->and($plan->lines)->toHaveCount(2);
});

it('does nothing where a document is there already', function () {
    expect(released(['a' => new ReleaseWish('released')], [come('a', 'released', 'A')])->lines)->toBe([]);
});

it('names some of what is not released, and says how many more', function () {
    $all = [come('book', refersTo: array_map(static fn (int $n): string => "p{$n}", range(1, 14))), ...array_map(static fn (int $n): ReleasedDocument => come("p{$n}"), range(1, 14))];
    $warnings = released(['book' => new ReleaseWish('released')], $all)->warnings;
    expect($warnings)->toHaveCount(11)->and(end($warnings)->message)->toBe('It refers to 4 more that are not released.');
});
