<?php

declare(strict_types=1);

use Hafenbuch\Core\Document\Access;
use Hafenbuch\Core\Document\DocumentSnapshot;
use Hafenbuch\Core\Document\OnDisk;
use Hafenbuch\Core\Document\Snapshot;
use Hafenbuch\Core\Plan\Action;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Plan\Plan;
use Hafenbuch\Core\Plan\PlanLine;
use Hafenbuch\Core\Plan\Planner;
use Hafenbuch\Core\Plan\Scope;
use Hafenbuch\Core\Plan\WayOut;
use Hafenbuch\Core\Plan\WayOutKind;
use Hafenbuch\Core\Tests\Support\Docs;

/** @param array<string, Decision> $decisions */
function planFor(Snapshot $snapshot, array $decisions): Plan
{
    return (new Planner)->plan($snapshot, $decisions);
}

/** @return array<string, string> path to action and reason */
function planLines(Plan $plan): array
{
    return array_combine(
        array_map(static fn (PlanLine $line): string => $line->path, $plan->lines),
        array_map(static fn (PlanLine $line): string => $line->action->value.', '.$line->reason->text(), $plan->lines),
    );
}

it('writes what was asked for and nothing else', function () {
    $snapshot = Docs::snapshot(Docs::modified('a.md'), Docs::modified('b.md'), Docs::saved('c.md'));
    $plan = planFor($snapshot, ['a.md' => Decision::save(), 'c.md' => Decision::save()]);

    expect(planLines($plan))->toBe(['a.md' => 'write, you asked'])
        ->and($plan->lines[0]->before)->toBe(Docs::hash('a.md'))
        ->and($plan->lines[0]->after)->toBe(Docs::hash('a.md draft'))
        ->and($plan->isBlocked())->toBeFalse();
});

it('pulls in the new documents that a saved one needs, at any depth, targets first', function () {
    $snapshot = Docs::snapshot(
        Docs::modified('gauge.svg', ['arm.svg']),
        Docs::fresh('arm.svg', ['pivot.svg', 'old.svg']),
        Docs::fresh('pivot.svg', ['arm.svg']),
        Docs::modified('old.svg'),
        Docs::fresh('unrelated.svg'),
    );

    expect(planLines(planFor($snapshot, ['gauge.svg' => Decision::save()])))->toBe([
        'pivot.svg' => 'create, needed by arm.svg',
        'arm.svg' => 'create, needed by gauge.svg',
        'gauge.svg' => 'write, you asked',
    ]);
});

it('lists what no reference puts in order by its path, however it was decided on', function () {
    $names = ['Appendix.md', 'chapter-1.md', 'chapter-2.md', 'chapter-10.md', 'tides/table.md'];
    $documents = [...array_map(Docs::modified(...), $names), Docs::modified('book.md', ['chapter-10.md', 'chapter-2.md'])];
    $decisions = array_fill_keys([...$names, 'book.md'], Decision::save());
    $expected = ['Appendix.md', 'chapter-2.md', 'chapter-10.md', 'book.md', 'chapter-1.md', 'tides/table.md'];
    $first = planFor(Docs::snapshot(...$documents), $decisions);
    $second = planFor(Docs::snapshot(...array_reverse($documents)), array_reverse($decisions));

    expect(array_keys(planLines($first)))->toBe($expected)->and(array_keys(planLines($second)))->toBe($expected)->and($second->fingerprint)->toBe($first->fingerprint);
});

it('leaves a needed document out when told so, and warns of the stray', function () {
    $snapshot = Docs::snapshot(Docs::modified('gauge.svg', ['arm.svg']), Docs::fresh('arm.svg'));
    $plan = planFor($snapshot, ['gauge.svg' => Decision::save(), 'arm.svg' => Decision::leave()]);

    expect(planLines($plan))->toBe(['gauge.svg' => 'write, you asked'])
        ->and($plan->warnings)->toHaveCount(1)
        ->and($plan->warnings[0]->message)->toContain('arm.svg, which has no file yet: a stray')
        ->and($plan->warnings[0]->waysOut[0]->kind)->toBe(WayOutKind::Save);
});

it('warns of what stays unsaved below a saved document', function () {
    $snapshot = Docs::snapshot(Docs::modified('book.md', ['one.md']), Docs::saved('one.md', ['panel.svg']), Docs::modified('panel.svg'));
    $plan = planFor($snapshot, ['book.md' => Decision::save()]);

    expect($plan->warnings)->toHaveCount(1)
        ->and($plan->warnings[0]->path)->toBe('panel.svg');
});

it('tells new strays from old ones', function () {
    $snapshot = Docs::snapshot(Docs::modified('a.md', ['old.png', 'new.png'], ['old.png']));
    [$old, $new] = planFor($snapshot, ['a.md' => Decision::save()])->warnings;

    expect($old->message)->toContain('still points at old.png')
        ->and($new->message)->toContain('a new stray');
});

it('drops a draft without writing, and warns of who pointed at a discarded new document', function () {
    $snapshot = Docs::snapshot(Docs::modified('a.md'), Docs::fresh('n.md'), Docs::modified('b.md', ['n.md']));
    $plan = planFor($snapshot, ['a.md' => Decision::discard(), 'n.md' => Decision::discard()]);

    expect(planLines($plan))->toBe(['a.md' => 'discard, you asked', 'n.md' => 'discard, you asked'])
        ->and($plan->lines[0]->before)->toBe($plan->lines[0]->after)
        ->and($plan->lines[0]->draftBefore)->toBe(Docs::hash('a.md draft'))
        ->and($plan->warnings[0]->path)->toBe('b.md');
});

it('is stopped, with ways out, by', function (Snapshot $snapshot, string $message, array $kinds) {
    $plan = planFor($snapshot, array_map(static fn () => Decision::save(), $snapshot->documents));

    expect($plan->blockers)->not->toBeEmpty()
        ->and($plan->blockers[0]->message)->toContain($message)
        ->and(array_map(static fn (WayOut $way): WayOutKind => $way->kind, $plan->blockers[0]->waysOut))->toBe($kinds);
})->with([
    'a read-only file' => [fn () => Docs::snapshot(Docs::modified('a', onDisk: Docs::file('a', false))), 'It is read-only', [WayOutKind::Leave]],
    'a read-only document' => [fn () => Docs::snapshot(Docs::modified('a', access: Access::readOnly())), 'It is read-only', [WayOutKind::Leave]],
    'someone’s lock' => [fn () => Docs::snapshot(Docs::modified('a', access: Access::lockedBy('Ida'))), 'Ida has locked it', [WayOutKind::Leave]],
    'a change outside' => [fn () => Docs::snapshot(Docs::modified('a', onDisk: Docs::file('b'))), 'changed outside', [WayOutKind::Save, WayOutKind::Discard, WayOutKind::Leave]],
    'a file that is gone' => [fn () => Docs::snapshot(Docs::modified('a', onDisk: OnDisk::nothing())), 'deleted or moved', [WayOutKind::Save, WayOutKind::Discard, WayOutKind::Leave]],
    'a folder in its place' => [fn () => Docs::snapshot(Docs::modified('a', onDisk: OnDisk::folder())), 'A folder stands', [WayOutKind::Leave]],
    'a file that cannot be read' => [fn () => Docs::snapshot(Docs::modified('a', onDisk: OnDisk::unreadable('x'))), 'cannot be read', [WayOutKind::Leave]],
    'a path that is taken' => [fn () => Docs::snapshot(Docs::fresh('a.md', onDisk: Docs::file('x'))), 'already', [WayOutKind::Propose, WayOutKind::Leave]],
    'a folder of that name' => [fn () => Docs::snapshot(Docs::fresh('a.md', onDisk: OnDisk::folder())), 'folder', [WayOutKind::Propose, WayOutKind::Leave]],
    'two documents for one path' => [fn () => Docs::snapshot(Docs::fresh('a.md', id: '1'), Docs::fresh('a.md', id: '2')), 'Two documents', [WayOutKind::Propose, WayOutKind::Leave]],
    'a path outside the root' => [fn () => Docs::snapshot(Docs::fresh('../a.md')), 'leads out', [WayOutKind::Leave]],
    'a link out of the root' => [fn () => Docs::snapshot(Docs::fresh('l/a.md', onDisk: OnDisk::outside())), 'leads out', [WayOutKind::Leave]],
    'a read-only folder' => [fn () => Docs::snapshot(Docs::fresh('a.md', onDisk: OnDisk::nothing(false))), 'Its folder is read-only', [WayOutKind::Leave]],
]);

it('replaces what it did not expect only when told so, for that very content', function () {
    $snapshot = Docs::snapshot(Docs::modified('a', onDisk: Docs::file('theirs')), Docs::modified('b', onDisk: OnDisk::nothing()));
    $plan = planFor($snapshot, ['a' => Decision::save(Docs::hash('theirs')), 'b' => Decision::save(Decision::GONE)]);

    expect($plan->blockers)->toBe([])
        ->and($plan->lines[0]->before)->toBe(Docs::hash('theirs'))
        ->and($plan->lines[1]->action)->toBe(Action::Create)
        ->and(planFor($snapshot, ['a' => Decision::save(Docs::hash('older'))])->isBlocked())->toBeTrue();
});

it('gives the same plan for the same input, and another fingerprint for any other', function () {
    $documents = [Docs::modified('a.md', ['b.md']), Docs::saved('b.md', ['c.md']), Docs::modified('c.md'), Docs::modified('apart.md')];
    $print = fn (array $documents): string => planFor(new Snapshot($documents), ['a.md' => Decision::save()])->fingerprint;
    $original = $print($documents);

    expect($print($documents))->toBe($original)
        ->and($print([$documents[0], $documents[1], $documents[2], Docs::saved('apart.md')]))->toBe($original)
        ->and($print([Docs::modified('a.md', ['b.md'], onDisk: OnDisk::file(Docs::hash('a.md'), 'touched')), ...array_slice($documents, 1)]))->not->toBe($original)
        ->and($print([$documents[0], $documents[1], Docs::saved('c.md')]))->not->toBe($original)
        ->and($print([$documents[0], Docs::saved('b.md', ['c.md'], Docs::file('b2')), $documents[2]]))->not->toBe($original)
        // Others can go on writing below.
        ->and($print([$documents[0], $documents[1], new DocumentSnapshot('c.md', 'c.md', Docs::hash('c.md'), Docs::hash('other words'), Docs::hash('c.md'), Docs::file('c.md'), Access::writable(), [], []), $documents[3]]))->toBe($original);
});

it('takes in what each scope says', function () {
    $snapshot = Docs::snapshot(Docs::saved('book.md', ['one.md']), Docs::modified('one.md', ['panel.svg']), Docs::modified('panel.svg'), Docs::modified('other.md'));

    expect(Scope::Document->documents($snapshot, 'one.md', []))->toBe(['one.md'])
        ->and(Scope::Below->documents($snapshot, 'book.md', []))->toBe(['book.md', 'one.md', 'panel.svg'])
        ->and(Scope::Quay->documents($snapshot, null, ['other.md', 'book.md', 'panel.svg']))->toBe(['other.md', 'panel.svg']);
});

it('never plans to leave a broken reference behind unsaid, over random workspaces', function () {
    mt_srand(1853);
    for ($try = 0; $try < 300; $try++) {
        $paths = array_map(static fn (int $n): string => "d{$n}", range(1, 9));
        $documents = [];
        foreach ($paths as $path) {
            $refersTo = array_values(array_filter([...$paths, 'nowhere'], static fn (): bool => mt_rand(0, 4) === 0));
            $documents[] = match (mt_rand(0, 2)) {
                0 => Docs::saved($path, $refersTo),
                1 => Docs::modified($path, $refersTo),
                default => Docs::fresh($path, $refersTo),
            };
        }
        $snapshot = new Snapshot($documents);
        $decisions = [];
        foreach ($paths as $path) {
            $decision = [null, Decision::leave(), Decision::save(), Decision::discard()][mt_rand(0, 3)];
            if ($decision !== null) {
                $decisions[$path] = $decision;
            }
        }
        $plan = planFor($snapshot, $decisions);
        $files = array_filter($paths, static fn (string $path): bool => ! $snapshot->get($path)->isNew());
        foreach ($plan->lines as $line) {
            if ($line->action->touchesFile()) {
                $files[] = $line->path;
            }
        }
        foreach ($plan->lines as $line) {
            foreach ($line->action->touchesFile() ? $snapshot->get($line->path)->refersTo : [] as $target) {
                if (! in_array($target, $files, true)) {
                    $said = array_filter($plan->warnings, static fn ($warning): bool => $warning->path === $line->path && str_contains($warning->message, $target));
                    expect($said)->not->toBeEmpty();
                }
            }
        }
        expect(count(array_unique(array_column(array_map(static fn (PlanLine $line): array => ['path' => $line->path], $plan->lines), 'path'))))->toBe(count($plan->lines));
    }
});
