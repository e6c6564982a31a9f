<?php

declare(strict_types=1);

use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\History\AsOf;
use Hafenbuch\Core\History\AsOfKind;
use Hafenbuch\Core\History\AsOfRow;
use Hafenbuch\Core\History\Past;
use Hafenbuch\Core\History\PastState;
use Hafenbuch\Core\History\StayAtPath;
use Hafenbuch\Core\History\Timeline;
use Hafenbuch\Core\Reference\Resolver;

/** A past in memory: `then` and `now` hold path and content by document. */
final class ToldPast implements Past
{
    /** @param array<string, array{string, string}> $then  @param array<string, array{string, string}> $now  @param list<string> $lost documents whose content of then is gone */
    public function __construct(private array $then, private array $now, private array $lost = []) {}

    public function state(string $documentId): ?PastState
    {
        return isset($this->then[$documentId]) ? new PastState($this->then[$documentId][0], hash('sha256', $this->then[$documentId][1])) : null;
    }

    public function documentAt(string $path): ?string
    {
        return array_search($path, array_map(fn (array $one) => $one[0], $this->then), true) ?: null;
    }

    public function pathNow(string $documentId): ?string
    {
        return $this->now[$documentId][0] ?? null;
    }

    public function hashNow(string $documentId): ?string
    {
        return isset($this->now[$documentId]) ? hash('sha256', $this->now[$documentId][1]) : null;
    }

    public function pathForReturn(string $path): string
    {
        return in_array($path, array_column($this->now, 0), true) ? str_replace('.', '-2.', $path) : $path;
    }

    public function has(string $hash): bool
    {
        return ! in_array($hash, array_map(fn (string $id) => hash('sha256', $this->then[$id][1]), $this->lost), true);
    }

    public function content(string $hash): string
    {
        foreach ($this->then as [, $content]) {
            if (hash('sha256', $content) === $hash) {
                return $content;
            }
        }
        throw new LogicException;
    }
}

/** @return array<string, AsOfRow> by document */
function asOf(ToldPast $past, string $id = 'book'): array
{
    $rows = (new AsOf($past, FormatRegistry::standard(), new Resolver('/house')))->rows($id);

    return array_combine(array_map(fn (AsOfRow $row): string => $row->documentId, $rows), $rows);
}

it('tells what changes, what fits, what comes back and what is lost', function () {
    $book = "![a](arm.svg) ![d](drum.svg) ![p](pen.svg) ![n](note.md)\n";
    $rows = asOf(new ToldPast(
        ['book' => ['book.md', $book], 'arm' => ['arm.svg', '<svg><title>Old arm</title></svg>'], 'drum' => ['drum.svg', '<svg/>'], 'pen' => ['pen.svg', '<svg id="p"/>'], 'note' => ['note.md', '# Note']],
        ['book' => ['book.md', 'other'], 'arm' => ['arm.svg', '<svg><title>New arm</title></svg>'], 'drum' => ['drum.svg', '<svg/>'], 'note' => ['note.md', '# Other note']],
        ['note'],
    ));
    expect(array_map(fn (AsOfRow $row) => $row->kind, $rows))->toBe(['book' => AsOfKind::Changes, 'arm' => AsOfKind::Changes, 'drum' => AsOfKind::Fits, 'pen' => AsOfKind::ComesBack, 'note' => AsOfKind::Lost])
        ->and($rows['book']->hash)->toBe(hash('sha256', $book))->and($rows['book']->rewritten)->toBeNull()
        ->and($rows['note']->why)->toContain('not kept any more');
});

it('leads references to where their targets are now', function () {
    $rows = asOf(new ToldPast(
        ['book' => ['guide/book.md', '![a](arm.svg)'], 'arm' => ['guide/arm.svg', '<svg/>'], 'gone' => ['guide/gone.svg', '<svg id="g"/>']],
        ['book' => ['book.md', 'x'], 'arm' => ['mechanism/arm.svg', '<svg/>']],
    ));
    expect($rows['book']->rewritten)->toBe('![a](mechanism/arm.svg)')->and($rows['book']->path)->toBe('book.md')->and($rows)->not->toHaveKey('gone');
});

it('gives what comes back another name where its own is taken', function () {
    $rows = asOf(new ToldPast(
        ['book' => ['book.md', '![a](arm.svg)'], 'arm' => ['arm.svg', '<svg/>']],
        ['book' => ['book.md', '![a](arm.svg)'], 'other' => ['arm.svg', '<svg id="other"/>']],
    ));
    expect($rows['arm']->path)->toBe('arm-2.svg')->and($rows['book']->rewritten)->toBe('![a](arm-2.svg)')->and($rows['book']->kind)->toBe(AsOfKind::Changes);
});

it('ends where documents refer to one another', function () {
    expect(asOf(new ToldPast(['book' => ['a.md', '[b](b.md)'], 'b' => ['b.md', '[a](a.md)']], ['book' => ['a.md', 'x'], 'b' => ['b.md', '[a](a.md)']])))->toHaveCount(2);
});

it('has nothing to say of a document that was not there', fn () => expect(asOf(new ToldPast([], ['book' => ['book.md', 'x']])))->toBe([]));

it('reads a timeline between its entries', function () {
    [$found, $one, $moved] = [new PastState('a.md', '0'), new PastState('a.md', '1'), new PastState('b.md', '1')];
    $timeline = new Timeline([new StayAtPath(3, $found, $one), new StayAtPath(5, $one, $moved), new StayAtPath(8, $moved, null)], null);
    expect(array_map($timeline->asOf(...), [0, 2, 3, 4, 5, 7, 8, 9]))->toBe([$found, $found, $one, $one, $moved, $moved, null, null])
        ->and((new Timeline([], $one))->asOf(4))->toBe($one)
        ->and((new Timeline([new StayAtPath(6, null, $one)], $one))->asOf(5))->toBeNull();
});
