<?php

declare(strict_types=1);

use Hafenbuch\Core\Document\Access;
use Hafenbuch\Core\Document\OnDisk;
use Hafenbuch\Core\Plan\Action;
use Hafenbuch\Core\Plan\Blocker;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Plan\Plan;
use Hafenbuch\Core\Plan\Warning;
use Hafenbuch\Core\Plan\WayOut;
use Hafenbuch\Core\Plan\WayOutKind;
use Hafenbuch\Core\Tests\Support\MemoryContents;

/** @return list<string> */
function stops(Plan $plan): array
{
    return array_map(static fn (Blocker $blocker): string => "{$blocker->path}: {$blocker->message}", $plan->blockers);
}

/** @return list<string> */
function warnings(Plan $plan): array
{
    return array_map(static fn (Warning $warning): string => "{$warning->path}: {$warning->message}", $plan->warnings);
}

/** @return array<string, WayOut> by kind */
function waysOut(Plan $plan, int $blocker = 0): array
{
    $ways = [];
    foreach ($plan->blockers[$blocker]->waysOut as $way) {
        $ways[$way->kind->value] = $way;
    }

    return $ways;
}

/** A gauge that a book and a show place. */
function gauge(): MemoryContents
{
    return (new MemoryContents)
        ->saved('book.md', '![g](mechanism/gauge.md)')
        ->saved('show.md', '![g](mechanism/gauge.md)', '![g](mechanism/gauge.md) tonight')
        ->saved('mechanism/gauge.md', '[arm](arm.md)', '[arm](arm.md) drawn anew')
        ->saved('mechanism/arm.md', 'arm');
}

describe('save as', function () {
    it('writes what is on the screen to the new file and leaves the old one as last saved', function () {
        $gauge = gauge();
        $plan = $gauge->plan(['mechanism/gauge.md' => Decision::saveAs('mechanism/gauge-2.md')]);

        expect($gauge->told($plan))->toBe([
            'mechanism/gauge-2.md' => 'create, saved as, from mechanism/gauge.md: [arm](arm.md) drawn anew',
            'mechanism/gauge.md' => 'discard, goes on as mechanism/gauge-2.md',
        ])->and($gauge->line($plan, 'mechanism/gauge-2.md')->origin)->toBe('mechanism/gauge.md')
            ->and($gauge->line($plan, 'mechanism/gauge-2.md')->makesDocument())->toBeTrue();
    });

    it('rebases its references when the folder changes, those to itself go along', function () {
        $workspace = (new MemoryContents)->saved('a/x.md', '[b](b.md) [me](x.md#part) [top](../top.md)')->saved('a/b.md', 'b')->saved('top.md', 'top');

        expect($workspace->told($workspace->plan(['a/x.md' => Decision::saveAs('c/d/y.md')])))
            ->toBe(['c/d/y.md' => 'create, saved as, from a/x.md: [b](../../a/b.md) [me](y.md#part) [top](../../top.md)']);
    });

    it('changes the drafts of those that follow, and of no others', function () {
        $gauge = gauge();
        $plan = $gauge->plan(['mechanism/gauge.md' => Decision::saveAs('gauge-2.md', ['book.md', 'show.md'])]);

        expect($gauge->told($plan))->toMatchArray([
            'book.md' => 'redraft, follows mechanism/gauge.md to its new name: ![g](gauge-2.md)',
            'show.md' => 'redraft, follows mechanism/gauge.md to its new name: ![g](gauge-2.md) tonight',
        ])->and($gauge->told($gauge->plan(['mechanism/gauge.md' => Decision::saveAs('gauge-2.md', ['show.md'])])))->not->toHaveKey('book.md');
    });

    it('saves a follower in the same plan when told so', function () {
        $gauge = gauge();
        $plan = $gauge->plan(['mechanism/gauge.md' => Decision::saveAs('gauge-2.md', ['book.md']), 'book.md' => Decision::save()]);

        expect($gauge->told($plan)['book.md'])->toBe('write, follows mechanism/gauge.md to its new name: ![g](gauge-2.md)')->and($plan->isBlocked())->toBeFalse();
    });

    it('is for a new document the same as saving it', function () {
        $workspace = (new MemoryContents)->fresh('draft.md', '[a](a.md) [me](draft.md)')->saved('a.md', 'a');
        $plan = $workspace->plan(['draft.md' => Decision::saveAs('kept/final.md')]);

        expect($workspace->told($plan))->toBe(['kept/final.md' => 'create, saved as, from draft.md: [a](../a.md) [me](final.md)'])
            ->and($workspace->line($plan, 'kept/final.md')->documentId)->toBe('draft.md');
    });

    it('warns of who goes on naming a new document by the path that it does not get', function () {
        $workspace = (new MemoryContents)->fresh('draft.md', 'new')->saved('book.md', '[d](draft.md)');

        expect(warnings($workspace->plan(['draft.md' => Decision::saveAs('final.md')])))
            ->toBe(['book.md: It points at draft.md; the document gets its file at final.md. It becomes a stray unless it follows.']);
    });

    it('pulls in the new documents that the new file needs', function () {
        $workspace = (new MemoryContents)->saved('a.md', 'a', '[n](new.md)')->fresh('new.md', 'new');

        expect(array_keys($workspace->told($workspace->plan(['a.md' => Decision::saveAs('b.md')]))))->toBe(['new.md', 'b.md', 'a.md']);
    });
});

describe('the new path', function () {
    it('replaces a file only when that very content is accepted', function () {
        $gauge = gauge();
        $plan = $gauge->plan(['mechanism/gauge.md' => Decision::copy('book.md')]);
        $ways = waysOut($plan);
        expect(stops($plan))->toBe(['book.md: There is a file here already, which this would replace. Compare the two first.'])
            ->and(array_keys($ways))->toBe(['replace', 'rename', 'leave'])->and($ways['rename']->value)->toBe('book-2.md');

        $accepted = $gauge->plan(['mechanism/gauge.md' => Decision::copy('book.md', over: $ways['replace']->value)]);
        expect($accepted->isBlocked())->toBeFalse()->and($gauge->line($accepted, 'book.md')->action)->toBe(Action::Replace)
            ->and($gauge->line($accepted, 'book.md')->documentId)->toBe('book.md')
            ->and($gauge->plan(['mechanism/gauge.md' => Decision::copy('book.md', over: hash('sha256', 'another'))])->isBlocked())->toBeTrue();
    });

    it('says so when what it would replace has unsaved changes', function () {
        expect(stops(gauge()->plan(['mechanism/gauge.md' => Decision::copy('show.md')])))
            ->toBe(['show.md: There is a document here already, and it has unsaved changes of its own. Replacing it replaces its file and drops its draft; both can be brought back.']);
    });

    it('is refused with the way out', function (MemoryContents $workspace, array $decisions, string $message, array $kinds) {
        $plan = $workspace->plan($decisions);
        expect($plan->isBlocked())->toBeTrue()->and(implode("\n", stops($plan)))->toContain($message)
            ->and(array_keys(waysOut($plan)))->toBe(array_map(static fn (WayOutKind $kind): string => $kind->value, $kinds));
    })->with([
        'a name that differs in letter case' => [fn () => gauge(), ['mechanism/arm.md' => Decision::copy('Book.md')], 'It differs from book.md only in letter case', [WayOutKind::Rename, WayOutKind::Leave]],
        'a name that differs in Unicode form' => [fn () => gauge()->saved("caf\u{E9}.md", 'x'), ['mechanism/arm.md' => Decision::copy("cafe\u{301}.md")], 'only in letter case or in the spelling of its letters', [WayOutKind::Rename, WayOutKind::Leave]],
        'a folder' => [fn () => gauge()->looking('place', OnDisk::folder()), ['book.md' => Decision::copy('place')], 'A folder has this name already.', [WayOutKind::Rename, WayOutKind::Leave]],
        'a link out of the workspace' => [fn () => gauge()->looking('out/x.md', OnDisk::outside()), ['book.md' => Decision::copy('out/x.md')], 'leads out of the workspace', [WayOutKind::Leave]],
        'a folder that is read-only' => [fn () => gauge()->looking('shut/x.md', OnDisk::nothing(false)), ['book.md' => Decision::copy('shut/x.md')], 'Its folder is read-only.', [WayOutKind::Leave]],
        'two that want one path' => [fn () => gauge(), ['book.md' => Decision::copy('x.md'), 'show.md' => Decision::copy('X.md')], 'Two documents are to get this one path', [WayOutKind::Rename, WayOutKind::Leave]],
        'a path that is proposed for another' => [fn () => gauge()->fresh('x.md', 'new'), ['book.md' => Decision::copy('x.md')], 'A new document is to get this path.', [WayOutKind::Rename, WayOutKind::Leave]],
        'a new document’s own proposal, for a copy' => [fn () => gauge()->fresh('x.md', 'new'), ['x.md' => Decision::copy('x.md')], 'A new document is to get this path.', [WayOutKind::Rename, WayOutKind::Leave]],
        'a path outside' => [fn () => gauge(), ['book.md' => Decision::move('../x.md')], 'leads out of the workspace', [WayOutKind::Leave]],
        'a move onto another' => [fn () => gauge(), ['book.md' => Decision::move('show.md')], 'There is a document of this name already.', [WayOutKind::Rename, WayOutKind::Leave]],
    ]);

    it('takes the place of what moves away in the same plan', function () {
        $workspace = (new MemoryContents)->saved('a.md', 'A')->saved('b.md', 'B');
        $plan = $workspace->plan(['a.md' => Decision::move('b.md'), 'b.md' => Decision::move('a.md')]);

        expect($plan->isBlocked())->toBeFalse()->and(count($plan->lines))->toBe(4);
    });
});

describe('a copy', function () {
    it('leaves the original, its draft and all references alone', function () {
        $gauge = gauge();

        expect($gauge->told($gauge->plan(['mechanism/gauge.md' => Decision::copy('copy/gauge.md')])))
            ->toBe(['copy/gauge.md' => 'create, copy of mechanism/gauge.md: [arm](../mechanism/arm.md) drawn anew'])
            ->and($gauge->told($gauge->plan(['mechanism/gauge.md' => Decision::copy('copy/gauge.md', isOfSaved: true)])))
            ->toBe(['copy/gauge.md' => 'create, copy of mechanism/gauge.md: [arm](../mechanism/arm.md)']);
    });

    it('points at copies that are made together, and at shared originals else', function () {
        $gauge = gauge();
        $together = $gauge->plan(['mechanism/gauge.md' => Decision::copy('n/gauge.md', true), 'mechanism/arm.md' => Decision::copy('n/parts/arm.md', true)]);
        $alone = $gauge->plan(['mechanism/gauge.md' => Decision::copy('n/gauge.md'), 'mechanism/arm.md' => Decision::copy('n/parts/arm.md')]);

        expect($gauge->told($together)['n/gauge.md'])->toEndWith('[arm](parts/arm.md) drawn anew')
            ->and($gauge->told($alone)['n/gauge.md'])->toEndWith('[arm](../mechanism/arm.md) drawn anew');
    });

    it('works through cycles', function () {
        $workspace = (new MemoryContents)->saved('a.md', '[b](b.md)')->saved('b.md', '[a](a.md)');
        $plan = $workspace->plan(['a.md' => Decision::copy('n/a2.md', true), 'b.md' => Decision::copy('n/b2.md', true)]);

        expect($workspace->told($plan))->toEqualCanonicalizing(['create, copy of a.md: [b](b2.md)', 'create, copy of b.md: [a](a2.md)']);
    });

    it('is not stopped by a lock or a read-only original', function () {
        $workspace = (new MemoryContents)->saved('a.md', 'a', null, OnDisk::file(hash('sha256', 'a'), 's', false), Access::lockedBy('Ida'));

        expect($workspace->plan(['a.md' => Decision::copy('b.md')])->isBlocked())->toBeFalse();
    });
});

describe('a move', function () {
    it('takes saved content and draft along, and every reference follows in both', function () {
        $gauge = gauge();
        $plan = $gauge->plan(['mechanism/gauge.md' => Decision::move('kept/gauge.md')]);

        expect($gauge->told($plan))->toBe([
            'kept/gauge.md' => 'create, moved from mechanism/gauge.md: [arm](../mechanism/arm.md)',
            'book.md' => 'write, follows mechanism/gauge.md to its new name: ![g](kept/gauge.md)',
            'show.md' => 'write, follows mechanism/gauge.md to its new name: ![g](kept/gauge.md)',
            'mechanism/gauge.md' => 'remove, moves to kept/gauge.md: [arm](../mechanism/arm.md) drawn anew',
        ])->and($gauge->line($plan, 'kept/gauge.md')->draftAfter)->toBe(hash('sha256', '[arm](../mechanism/arm.md) drawn anew'))
            ->and($gauge->line($plan, 'show.md')->draftAfter)->toBe(hash('sha256', '![g](kept/gauge.md) tonight'));
    });

    it('keeps the spelling of references that need no change', function () {
        $workspace = (new MemoryContents)->saved('a/x.md', '[b](./b.md) [c](../c.md)')->saved('a/b.md', 'b')->saved('c.md', 'c');
        $plan = $workspace->plan(['a/x.md' => Decision::move('z/x.md'), 'a/b.md' => Decision::move('z/b.md')]);

        expect($workspace->told($plan)['z/x.md'])->toBe('create, moved from a/x.md: [b](./b.md) [c](../c.md)');
    });

    it('is stopped by what keeps a follower from being written', function () {
        $workspace = gauge()->saved('locked.md', '![g](mechanism/gauge.md)', access: Access::lockedBy('Ida'));

        expect(stops($workspace->plan(['mechanism/gauge.md' => Decision::move('g.md')])))->toBe(['locked.md: Ida has locked it. Ask for the lock, or leave it.']);
    });

    it('gives a new document another proposed path, and its drafts follow', function () {
        $workspace = (new MemoryContents)->fresh('n.md', '[a](a.md)')->saved('a.md', 'a', '[n](n.md)');
        $plan = $workspace->plan(['n.md' => Decision::move('deep/n.md')]);

        expect($workspace->told($plan))->toEqual(['deep/n.md' => 'redraft, moved from n.md: [a](../a.md)', 'a.md' => 'redraft, follows n.md to its new name: [n](deep/n.md)']);
    });
});

describe('a deletion', function () {
    it('is stopped by everyone who refers to it, until each is settled', function () {
        $gauge = gauge();
        $plan = $gauge->plan(['mechanism/gauge.md' => Decision::delete()]);
        expect(stops($plan))->toBe(['mechanism/gauge.md: book.md refers to it.', 'mechanism/gauge.md: show.md refers to it.'])
            ->and(array_keys(waysOut($plan)))->toBe(['accept', 'mend', 'leave']);

        $one = $gauge->plan(['mechanism/gauge.md' => Decision::delete(['book.md'])]);
        expect(stops($one))->toBe(['mechanism/gauge.md: show.md refers to it.']);

        $both = $gauge->plan(['mechanism/gauge.md' => Decision::delete(['book.md', 'show.md'])]);
        expect($both->isBlocked())->toBeFalse()->and(warnings($both))->toBe([
            'book.md: It will point at mechanism/gauge.md, which is deleted: a stray, as you accepted.',
            'show.md: It will point at mechanism/gauge.md, which is deleted: a stray, as you accepted.',
        ])->and($gauge->told($both))->toBe(['mechanism/gauge.md' => 'remove, you asked']);
    });

    it('offers to save a referrer that no longer points at it', function () {
        $workspace = (new MemoryContents)->saved('a.md', '[b](b.md)', 'no more')->saved('b.md', 'b');
        $plan = $workspace->plan(['b.md' => Decision::delete()]);
        expect(waysOut($plan)['save']->documentId)->toBe('a.md')
            ->and($workspace->plan(['b.md' => Decision::delete(), 'a.md' => Decision::save()])->isBlocked())->toBeFalse();
    });

    it('takes documents away together that refer to one another', function () {
        $workspace = (new MemoryContents)->saved('a.md', '[b](b.md)')->saved('b.md', '[a](a.md)');

        expect($workspace->plan(['a.md' => Decision::delete(), 'b.md' => Decision::delete()])->isBlocked())->toBeFalse();
    });

    it('drops a new document, which has no file', function () {
        $workspace = (new MemoryContents)->fresh('n.md', 'new');

        expect($workspace->told($workspace->plan(['n.md' => Decision::delete()])))->toBe(['n.md' => 'discard, you asked']);
    });
});

it('rests on all that it reads: another fingerprint whenever any of it differs', function () {
    $base = fn (): MemoryContents => gauge();
    $decisions = ['mechanism/gauge.md' => Decision::saveAs('gauge-2.md', ['book.md'])];
    $fingerprint = $base()->plan($decisions)->fingerprint;

    expect($base()->plan($decisions)->fingerprint)->toBe($fingerprint)
        ->and($base()->looking('gauge-2.md', OnDisk::nothing(false))->plan($decisions)->fingerprint)->not->toBe($fingerprint)
        ->and($base()->plan(['mechanism/gauge.md' => Decision::saveAs('gauge-2.md', ['show.md'])])->fingerprint)->not->toBe($fingerprint)
        ->and($base()->plan(['mechanism/gauge.md' => Decision::saveAs('gauge-3.md', ['book.md'])])->fingerprint)->not->toBe($fingerprint);
});
