<?php

declare(strict_types=1);

use Hafenbuch\Core\Tests\Support\Fuse;
use Hafenbuch\Core\Tests\Support\Killed;
use Hafenbuch\Core\Tests\Support\MemoryFiles;
use Hafenbuch\Core\Tests\Support\MemoryJournal;
use Hafenbuch\Core\Tests\Support\MemoryStore;
use Hafenbuch\Core\Write\FileChange;
use Hafenbuch\Core\Write\FileMoved;
use Hafenbuch\Core\Write\Operation;
use Hafenbuch\Core\Write\Outcome;
use Hafenbuch\Core\Write\Progress;
use Hafenbuch\Core\Write\Recovery;
use Hafenbuch\Core\Write\Stopped;
use Hafenbuch\Core\Write\Transaction;
use Hafenbuch\Core\Write\UnableToWrite;

/** A workspace about to be changed by an operation of so many lines: some written, some created in new folders, some removed. */
final class Harbour
{
    public readonly Fuse $fuse;

    public readonly MemoryFiles $files;

    public readonly MemoryStore $store;

    public readonly MemoryJournal $journal;

    public readonly Operation $operation;

    /** @var array<string, string> */
    public array $before = ['bystander.md' => 'untouched'];

    /** @var array<string, string> */
    public array $after = ['bystander.md' => 'untouched'];

    public function __construct(int $lines)
    {
        $this->store = new MemoryStore;
        $changes = [];
        for ($n = 0; $n < $lines; $n++) {
            $path = ['a/file-', 'new/folder-'.$n.'/file-', 'b/file-'][$n % 3].$n;
            $old = $n % 3 === 1 ? null : "old {$n}";
            $new = $n % 3 === 2 && $lines > 3 ? null : "new {$n}";
            if ($old !== null) {
                $this->before[$path] = $old;
            }
            if ($new !== null) {
                $this->after[$path] = $new;
                $this->store->put(MemoryStore::stream($new));
            }
            $changes[] = new FileChange($path, $old === null ? null : hash('sha256', $old), $new === null ? null : hash('sha256', $new));
        }
        $this->operation = new Operation('op', $changes, [], ['b']);
        $this->fuse = new Fuse;
        $this->files = new MemoryFiles($this->before, $this->fuse);
        $this->journal = new MemoryJournal($this->fuse);
    }

    public function save(): void
    {
        (new Transaction($this->files, $this->store, $this->journal))->run($this->operation);
    }

    /** @return array<string, Outcome> */
    public function recover(): array
    {
        return (new Recovery($this->files, $this->store, $this->journal))->run();
    }

    /** @param array<string, string> $expected */
    public function holds(array $expected): bool
    {
        $found = $this->files->files;
        ksort($found);
        ksort($expected);

        return $found === $expected;
    }
}

dataset('sizes', ['1 line' => 1, '3 lines' => 3, '20 lines' => 20]);

it('writes every line', function (int $lines) {
    $harbour = new Harbour($lines);
    $harbour->save();

    expect($harbour->holds($harbour->after))->toBeTrue()
        ->and($harbour->journal->state('op'))->toBe('done');
})->with('sizes');

it('is all or nothing when killed at any step', function (int $lines) {
    $whole = new Harbour($lines);
    $whole->save();
    $finished = 0;
    for ($step = 1; $step <= $whole->fuse->steps; $step++) {
        $harbour = new Harbour($lines);
        $harbour->fuse->killAt = $step;
        expect(fn () => $harbour->save())->toThrow(Killed::class);
        $harbour->fuse->repair();
        $outcomes = $harbour->recover();
        $isDone = $harbour->journal->state('op') === 'done';
        $finished += (int) $isDone;
        expect($harbour->holds($isDone ? $harbour->after : $harbour->before))->toBeTrue("after a kill at step {$step}")
            ->and($outcomes)->toBe($step > 1 && $step < $whole->fuse->steps ? ['op' => Outcome::Finished] : []);
    }
    expect($finished)->toBe($whole->fuse->steps - 1);
})->with('sizes');

it('is all or nothing when the recovery is killed at any step too', function () {
    $whole = new Harbour(3);
    $whole->save();
    foreach ([3, intdiv($whole->fuse->steps, 2), $whole->fuse->steps - 1] as $first) {
        for ($second = 1; $second < 40; $second++) {
            $harbour = new Harbour(3);
            $harbour->fuse->killAt = $first;
            expect(fn () => $harbour->save())->toThrow(Killed::class);
            $harbour->fuse->killAt = $harbour->fuse->steps + $second;
            try {
                $harbour->recover();
            } catch (Killed) {
            }
            $harbour->fuse->repair();
            $harbour->recover();
            expect($harbour->holds($harbour->after))->toBeTrue("killed at {$first}, then {$second} steps later");
        }
    }
});

it('takes everything back when the file system refuses at any step', function (int $lines) {
    $whole = new Harbour($lines);
    $whole->save();
    $refused = 0;
    for ($step = 1; $step <= $whole->fuse->steps; $step++) {
        $harbour = new Harbour($lines);
        $harbour->fuse->refuseAt = $step;
        try {
            $harbour->save();
        } catch (UnableToWrite) {
            $refused++;
            expect($harbour->holds($harbour->before))->toBeTrue("after a refusal at step {$step}")
                ->and($harbour->journal->state('op'))->toBe('rolled back')
                ->and($harbour->files->hasFolder('new'))->toBeFalse();
        }
    }
    expect($refused)->toBeGreaterThan($lines);
})->with('sizes');

it('stays recoverable when the disk stays full', function () {
    $whole = new Harbour(3);
    $whole->save();
    for ($step = 3; $step < $whole->fuse->steps; $step++) {
        $harbour = new Harbour(3);
        $harbour->fuse->refuseFrom = $step;
        try {
            $harbour->save();
        } catch (UnableToWrite) {
        }
        $harbour->fuse->repair();
        $harbour->recover();
        $isDone = $harbour->journal->state('op') === 'done';
        expect($harbour->holds($isDone ? $harbour->after : $harbour->before))->toBeTrue("disk full from step {$step}");
    }
});

it('rolls back in recovery when it cannot go forward', function () {
    $harbour = new Harbour(3);
    $harbour->fuse->killAt = 14;
    expect(fn () => $harbour->save())->toThrow(Killed::class);
    $harbour->fuse->repair();
    $harbour->store->contents = array_diff($harbour->store->contents, ['new 2']);

    expect($harbour->recover())->toBe(['op' => Outcome::RolledBack])
        ->and($harbour->holds($harbour->before))->toBeTrue();
});

it('touches nothing where recovery finds a third content', function () {
    $harbour = new Harbour(3);
    $harbour->fuse->killAt = 14;
    expect(fn () => $harbour->save())->toThrow(Killed::class);
    $harbour->fuse->repair();
    $harbour->files->files['b/file-2'] = 'by another program';
    $found = $harbour->files->files;

    expect($harbour->recover())->toBe(['op' => Outcome::NeedsPerson])
        ->and($harbour->files->files)->toBe($found)
        ->and($harbour->journal->state('op'))->toBe('needs a person');
});

it('records nothing when a file has moved on before it begins', function () {
    $harbour = new Harbour(3);
    $harbour->files->files['b/file-2'] = 'by another program';

    expect(fn () => $harbour->save())->toThrow(FileMoved::class)
        ->and($harbour->journal->state('op'))->toBeNull()
        ->and($harbour->files->files['a/file-0'])->toBe('old 0');
});

it('takes back what was written when a person stops it', function (int $after) {
    $harbour = new Harbour(20);
    $progress = new class ($after) implements Progress {
        public function __construct(private readonly int $after) {}

        public function step(int $done, int $of): void
        {
            if ($done === $this->after) {
                throw Stopped::at($done, $of);
            }
        }
    };

    expect(fn () => (new Transaction($harbour->files, $harbour->store, $harbour->journal, $progress))->run($harbour->operation))->toThrow(Stopped::class)
        ->and($harbour->holds($harbour->before))->toBeTrue()
        ->and($harbour->recover())->toBe([]);
})->with([0, 1, 7, 19]);
