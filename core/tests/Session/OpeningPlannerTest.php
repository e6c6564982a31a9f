<?php

declare(strict_types=1);

use Hafenbuch\Core\Session\DocumentNow;
use Hafenbuch\Core\Session\Does;
use Hafenbuch\Core\Session\KeptDocument;
use Hafenbuch\Core\Session\Now;
use Hafenbuch\Core\Session\OpeningLine;
use Hafenbuch\Core\Session\OpeningPlan;
use Hafenbuch\Core\Session\OpeningPlanner;
use Hafenbuch\Core\Session\Take;
use Hafenbuch\Core\Session\Way;
use Hafenbuch\Core\Session\Wish;
use Hafenbuch\Core\Session\WorkspaceNow;

/**
 * @param  list<KeptDocument>  $kept
 * @param  list<DocumentNow>  $documents
 * @param  array<string, bool>  $open
 */
function openingOf(array $kept, array $documents, Wish $wish = new Wish(Way::Instead), array $open = []): OpeningPlan
{
    return OpeningPlanner::plan($kept, ['House' => new WorkspaceNow(array_column($documents, null, 'id'), $open)], $wish);
}

/** @return array<string, string> what is done, by path */
function doesOf(OpeningPlan $plan): array
{
    return array_combine(array_map(static fn (OpeningLine $line): string => $line->path, $plan->lines), array_map(static fn (OpeningLine $line): string => $line->does->value, $plan->lines));
}

$drafted = static fn (?string $draft = 'd1', ?string $base = 'h1'): KeptDocument => new KeptDocument(1, 'House', 'A', 'a.md', 'A', 'h1', false, $draft, $base);

it('says what each document does', function (KeptDocument $kept, ?DocumentNow $now, Does $does, Now $state) {
    $line = openingOf([$kept], array_filter([$now]))->lines[0];
    expect($line->does)->toBe($does)->and($line->now)->toBe($state)->and($line->reason)->not->toBe('');
})->with([
    'there' => [$drafted(null, null), new DocumentNow('A', 'a.md', 'h1'), Does::Opens, Now::There],
    'moved' => [$drafted(null, null), new DocumentNow('A', 'b.md', 'h1'), Does::Opens, Now::Moved],
    'changed' => [$drafted(null, null), new DocumentNow('A', 'a.md', 'h2'), Does::Opens, Now::Changed],
    'its draft is still there' => [$drafted(), new DocumentNow('A', 'a.md', 'h1', 'd1'), Does::Opens, Now::There],
    'its draft was discarded' => [$drafted(), new DocumentNow('A', 'a.md', 'h1'), Does::AddsDraft, Now::There],
    'its draft was saved' => [$drafted(), new DocumentNow('A', 'a.md', 'd1'), Does::Opens, Now::There],
    'its draft was discarded, and the file changed' => [$drafted(), new DocumentNow('A', 'a.md', 'h2'), Does::AddsDraft, Now::Changed],
    'another draft' => [$drafted(), new DocumentNow('A', 'a.md', 'h1', 'd2'), Does::KeepsDraft, Now::OtherDraft],
    'its draft was saved and gone on with' => [$drafted(), new DocumentNow('A', 'a.md', 'd1', 'd2'), Does::Opens, Now::There],
    'a draft only now' => [$drafted(null, null), new DocumentNow('A', 'a.md', 'h1', 'd2'), Does::Opens, Now::There],
    'gone' => [$drafted(null, null), new DocumentNow('A', 'a.md', 'h1', null, true), Does::Leaves, Now::Gone],
    'gone, with a draft' => [$drafted(), new DocumentNow('A', 'a.md', 'h1', null, true), Does::AddsDraft, Now::Gone],
    'deleted, with a draft' => [$drafted(), new DocumentNow('A', 'a.md', 'h1', null, true, true), Does::MakesAnew, Now::Gone],
    'unknown' => [$drafted(null, null), null, Does::Leaves, Now::Gone],
    'locked' => [$drafted(), new DocumentNow('A', 'a.md', 'h1', null, false, false, null, 'Ida'), Does::Opens, Now::There],
]);

it('takes what was chosen where there is a choice', function () use ($drafted) {
    $takes = static fn (Take $take): Wish => new Wish(Way::Instead, null, [1 => $take]);
    expect(openingOf([$drafted()], [new DocumentNow('A', 'a.md', 'h1', 'd2')], $takes(Take::Session))->lines[0]->does)->toBe(Does::TakesDraft)
        ->and(openingOf([$drafted()], [new DocumentNow('A', 'a.md', 'h1', 'd2', lockedBy: 'Ida')], $takes(Take::Session))->lines[0]->does)->toBe(Does::KeepsDraft)
        ->and(openingOf([$drafted(null, null)], [new DocumentNow('A', 'a.md', 'h1', null, true, false, 4)], $takes(Take::Version))->lines[0]->does)->toBe(Does::BringsBack);
});

it('closes what is open and not wanted, only where the session speaks, and only instead', function () use ($drafted) {
    $documents = [new DocumentNow('A', 'a.md', 'h1'), new DocumentNow('B', 'b.md', 'h2', 'd9')];
    $open = ['B' => false];
    expect(doesOf(openingOf([$drafted(null, null)], $documents, open: $open)))->toBe(['a.md' => 'opens', 'b.md' => 'closes'])
        ->and(doesOf(openingOf([$drafted(null, null)], $documents, new Wish(Way::Add), $open)))->toBe(['a.md' => 'opens'])
        ->and(OpeningPlanner::plan([new KeptDocument(1, 'Elsewhere', 'X', 'x.md')], ['Elsewhere' => null, 'House' => new WorkspaceNow(array_column($documents, null, 'id'), $open)], new Wish(Way::Instead))->lines)->toHaveCount(1);
});

it('takes nothing out of sight where it is added', function () {
    $kept = new KeptDocument(1, 'House', 'A', 'a.md', null, 'h1', true);
    $documents = [new DocumentNow('A', 'a.md', 'h1')];
    $add = openingOf([$kept], $documents, new Wish(Way::Add), ['A' => false])->lines[0];
    expect($add->does)->toBe(Does::Stays)->and($add->isHeld)->toBeFalse()
        ->and(openingOf([$kept], $documents, new Wish(Way::Instead), ['A' => false])->lines[0]->does)->toBe(Does::OpensInHold);
    $shown = openingOf([new KeptDocument(1, 'House', 'A', 'a.md', null, 'h1')], $documents, new Wish(Way::Add), ['A' => true])->lines[0];
    expect($shown->does)->toBe(Does::Opens)->and($shown->isHeld)->toBeFalse();
});

it('names and leaves what the asker may not see', function () {
    $line = OpeningPlanner::plan([new KeptDocument(1, 'Elsewhere', 'X', 'x.md')], ['Elsewhere' => null], new Wish(Way::Instead))->lines[0];
    expect($line->does)->toBe(Does::Leaves)->and($line->path)->toBe('x.md')->and($line->reason)->toContain('no member');
});

it('writes over nothing that has taken the place of what is gone', function () use ($drafted) {
    $line = openingOf([$drafted(), new KeptDocument(2, 'House', 'Q', 'q.md', null, 'h7')], [new DocumentNow('A', 'a.md', 'h1', null, true, true), new DocumentNow('Q', 'a.md', 'h7')])->lines[0];
    expect($line->does)->toBe(Does::Leaves)->and($line->reason)->toContain('goes on keeping its draft');
});

it('is another plan as soon as it does something else', function () use ($drafted) {
    $one = openingOf([$drafted()], [new DocumentNow('A', 'a.md', 'h1')]);
    expect(openingOf([$drafted()], [new DocumentNow('A', 'a.md', 'h1')])->fingerprint)->toBe($one->fingerprint)
        ->and(openingOf([$drafted()], [new DocumentNow('A', 'a.md', 'h1', 'd2')])->fingerprint)->not->toBe($one->fingerprint)
        ->and(openingOf([$drafted()], [new DocumentNow('A', 'a.md', 'h1')], new Wish(Way::Add))->fingerprint)->not->toBe($one->fingerprint);
});

/** A workspace and a session by chance, from few names so that they meet. */
function randomMeeting(int $seed): array
{
    mt_srand($seed);
    $pick = static fn (array $from): mixed => $from[mt_rand(0, count($from) - 1)];
    $documents = $open = $kept = [];
    foreach (range(0, 9) as $n) {
        $isGone = mt_rand(0, 4) === 0;
        // What was deleted has no draft.
        $isDropped = $isGone && mt_rand(0, 1) === 0;
        $documents["D{$n}"] = new DocumentNow("D{$n}", mt_rand(0, 3) === 0 ? "moved/{$n}.md" : "{$n}.md", $pick(['h1', 'h2', "h{$n}x"]), $isDropped ? null : $pick([null, null, 'd1', 'd2']), $isGone, $isDropped, $pick([null, 3]), $pick([null, null, null, 'Ida']));
        if (mt_rand(0, 1) === 0 && ! $documents["D{$n}"]->isDropped) {
            $open["D{$n}"] = mt_rand(0, 3) === 0;
        }
        if (mt_rand(0, 2) > 0) {
            $kept[] = new KeptDocument($n, 'House', $pick(["D{$n}", "D{$n}", "D{$n}", 'gone', null]), "{$n}.md", null, $pick(['h1', 'h2', "h{$n}x", null]), mt_rand(0, 3) === 0, $pick([null, 'd1', 'd2']), 'h1');
        }
    }

    return [$kept, new WorkspaceNow($documents, $open)];
}

it('says one thing of every document, loses no draft, and writes only where none is lost', function () {
    for ($seed = 0; $seed < 2000; $seed++) {
        [$kept, $now] = randomMeeting($seed);
        foreach (Way::cases() as $way) {
            $takes = [];
            foreach ($kept as $one) {
                mt_rand(0, 2) > 0 || $takes[$one->key] = Take::cases()[mt_rand(0, 2)];
            }
            $plan = OpeningPlanner::plan($kept, ['House' => $now], new Wish($way, null, $takes));
            $about = "seed {$seed}, {$way->value}";
            $keys = array_filter(array_map(static fn (OpeningLine $line): ?int => $line->key, $plan->lines), is_int(...));
            expect(array_values($keys))->toBe(array_map(static fn (KeptDocument $one): int => $one->key, $kept), $about);
            $opened = array_filter(array_map(static fn (OpeningLine $line): ?string => $line->does->isOpen() ? $line->id : null, $plan->lines));
            expect(count(array_unique($opened)))->toBe(count($opened), "{$about}: a document is opened twice");
            foreach ($plan->lines as $line) {
                $there = $now->document($line->id);
                if ($line->does->writes() && $line->does !== Does::TakesDraft && $line->does !== Does::MakesAnew) {
                    expect($there?->draftHash)->toBeNull("{$about}: {$line->path} would lose its draft");
                }
                // What was deleted is made anew, which no lock is in the way of.
                $line->does->writes() && $there?->isDropped === false && expect($there->lockedBy)->toBeNull($about);
                $line->does === Does::MakesAnew && expect($now->at($line->path))->toBeNull("{$about}: something is there");
            }
            if ($way === Way::Instead && $kept !== []) {
                $closed = array_map(static fn (OpeningLine $line): ?string => $line->id, array_filter($plan->lines, static fn (OpeningLine $line): bool => $line->does === Does::Closes));
                expect(array_values(array_diff(array_map(strval(...), array_keys($now->open)), $closed, $opened)))->toBe([], "{$about}: something that is open is not spoken of");
            }
        }
    }
});

it('does the same in whatever order sessions are added that do not clash', function () {
    for ($seed = 0; $seed < 500; $seed++) {
        [$kept, $now] = randomMeeting($seed);
        $half = intdiv(count($kept), 2);
        $does = static fn (array $part): array => array_column(array_map(static fn (OpeningLine $line): array => [$line->key, $line->does], OpeningPlanner::plan($part, ['House' => $now], new Wish(Way::Add))->lines), 1, 0);
        $byIdentity = array_values(array_filter($kept, static fn (KeptDocument $one): bool => $now->document($one->id)?->isThere() === true));
        $a = array_slice($byIdentity, 0, $half);
        $b = array_slice($byIdentity, $half);
        $one = $does([...$a, ...$b]);
        $other = $does([...$b, ...$a]);
        ksort($one);
        ksort($other);
        expect($one)->toBe($other, "seed {$seed}");
    }
});
