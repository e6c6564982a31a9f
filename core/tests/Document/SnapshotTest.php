<?php

declare(strict_types=1);

use Hafenbuch\Core\Document\BelowState;
use Hafenbuch\Core\Document\ContentState;
use Hafenbuch\Core\Document\FileState;
use Hafenbuch\Core\Document\OnDisk;
use Hafenbuch\Core\Tests\Support\Docs;

it('knows the content axis by content', function () {
    expect(Docs::fresh('a')->contentState())->toBe(ContentState::New)
        ->and(Docs::modified('a')->contentState())->toBe(ContentState::Modified)
        ->and(Docs::saved('a')->contentState())->toBe(ContentState::AsSaved);
});

it('knows the file axis', function () {
    expect(Docs::saved('a')->fileState())->toBe(FileState::There)
        ->and(Docs::saved('a', onDisk: Docs::file('other'))->fileState())->toBe(FileState::ChangedOutside)
        ->and(Docs::modified('a', onDisk: Docs::file('other'))->fileState())->toBe(FileState::ChangedOutside)
        ->and(Docs::saved('a', onDisk: OnDisk::nothing())->fileState())->toBe(FileState::Gone)
        ->and(Docs::saved('a', onDisk: OnDisk::folder())->fileState())->toBe(FileState::Gone)
        ->and(Docs::fresh('a')->fileState())->toBeNull();
});

it('sees unsaved changes at any depth', function () {
    $below = Docs::snapshot(
        Docs::saved('book.md', ['chapter.md']),
        Docs::saved('chapter.md', ['panel.svg']),
        Docs::modified('panel.svg'),
        Docs::saved('apart.md'),
    )->below();

    expect($below['book.md'])->toBe(['state' => BelowState::Unsettled, 'because' => 'panel.svg', 'distance' => 2])
        ->and($below['chapter.md']['state'])->toBe(BelowState::Unsettled)
        ->and($below['panel.svg']['state'])->toBe(BelowState::Settled)
        ->and($below['apart.md']['state'])->toBe(BelowState::Settled);
});

it('sees a reference to nothing, or to a file that is gone, as a stray', function () {
    $below = Docs::snapshot(
        Docs::saved('a.md', ['nothing.svg']),
        Docs::saved('b.md', ['gone.svg']),
        Docs::saved('gone.svg', onDisk: OnDisk::nothing()),
        Docs::modified('c.md', ['new.svg']),
        Docs::fresh('new.svg'),
    )->below();

    expect($below['a.md'])->toBe(['state' => BelowState::Stray, 'because' => 'nothing.svg', 'distance' => 1])
        ->and($below['b.md']['state'])->toBe(BelowState::Stray)
        ->and($below['c.md'])->toBe(['state' => BelowState::Unsettled, 'because' => 'new.svg', 'distance' => 1]);
});

it('does not call a document unsettled by itself', function () {
    $below = Docs::snapshot(Docs::modified('a.md', ['b.md', 'a.md']), Docs::saved('b.md', ['a.md']))->below();

    expect($below['a.md']['state'])->toBe(BelowState::Settled)
        ->and($below['b.md']['because'])->toBe('a.md');
});
