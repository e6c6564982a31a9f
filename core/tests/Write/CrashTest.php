<?php

declare(strict_types=1);

use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Tests\Support\Killed;
use Hafenbuch\Core\Tests\Support\SmallSave;
use Hafenbuch\Core\Write\FileChange;
use Hafenbuch\Core\Write\FileChanged;
use Hafenbuch\Core\Write\Outcome;
use Hafenbuch\Core\Write\Progress;
use Hafenbuch\Core\Write\Stopped;
use Hafenbuch\Core\Write\UnableToRead;
use Hafenbuch\Core\Write\UnableToTakeBack;
use Hafenbuch\Core\Write\UnableToWrite;

/**
 * @param  array<string, string>  $files
 * @return array<string, string>
 */
function ksorted(array $files): array
{
    ksort($files);

    return $files;
}

dataset('sizes', ['1 line' => [1, true], '3 lines' => [3, true], '20 lines' => [20, true], '20 lines, without second names' => [20, false]]);

it('writes every line', function (int $lines, bool $hasSecondNames) {
    $harbour = SmallSave::of($lines, $hasSecondNames);
    $harbour->save();

    expect(ksorted($harbour->files->files))->toBe($harbour->after)
        ->and($harbour->journal->state('op'))->toBe('written');
})->with('sizes');

it('is all or nothing when killed at any step', function (int $lines, bool $hasSecondNames) {
    $whole = SmallSave::of($lines, $hasSecondNames);
    $whole->save();
    $finished = 0;
    for ($step = 1; $step <= $whole->fuse->steps; $step++) {
        $harbour = SmallSave::of($lines, $hasSecondNames);
        $harbour->fuse->killAt = $step;
        expect(fn () => $harbour->save())->toThrow(Killed::class);
        $harbour->fuse->repair();
        $outcomes = $harbour->recover();
        $isDone = $harbour->journal->state('op') === 'written';
        $finished += (int) $isDone;
        expect(ksorted($harbour->files->files))->toBe($harbour->expected(), "after a kill at step {$step}")
            ->and($outcomes)->toBe($step > 1 && $step < $whole->fuse->steps ? ['op' => Outcome::Finished] : []);
    }
    expect($finished)->toBe($whole->fuse->steps - 1);
})->with('sizes');

it('is all or nothing where what came in from elsewhere is not to be had again', function (int $lines, bool $hasSecondNames) {
    $whole = SmallSave::of($lines, $hasSecondNames);
    $whole->save();
    $states = [];
    for ($step = 1; $step <= $whole->fuse->steps; $step++) {
        $harbour = SmallSave::of($lines, $hasSecondNames);
        $harbour->fuse->killAt = $step;
        expect(fn () => $harbour->save())->toThrow(Killed::class);
        $harbour->fuse->repair();
        foreach ($harbour->operation->changes as $change) {
            if ($change->before === null && $harbour->operation->sourceOf($change) === null) {
                unset($harbour->store->contents[$change->after]);
            }
        }
        $harbour->recover();
        $states[] = $harbour->journal->state('op');
        expect(ksorted($harbour->files->files))->toBe($harbour->expected(), "after a kill at step {$step}");
    }
    expect($states)->toContain('rolled back', 'written');
})->with(['3 lines' => [3, true], '20 lines' => [20, true], '20 lines, without second names' => [20, false]]);

it('writes nothing where what comes in from elsewhere changed while it was read', function () {
    $harbour = SmallSave::of(3);
    $harbour->store->changedMeanwhile = [$harbour->operation->changes[1]->after];
    expect(fn () => $harbour->save())->toThrow(FileChanged::class)
        ->and(ksorted($harbour->files->files))->toBe($harbour->before)->and($harbour->journal->state('op'))->toBe('rolled back');
});

it('is all or nothing when the recovery is killed at any step too', function () {
    $whole = SmallSave::of(3);
    $whole->save();
    foreach ([3, intdiv($whole->fuse->steps, 2), $whole->fuse->steps - 1] as $first) {
        for ($second = 1; $second < 40; $second++) {
            $harbour = SmallSave::of(3);
            $harbour->fuse->killAt = $first;
            expect(fn () => $harbour->save())->toThrow(Killed::class);
            $harbour->fuse->killAt = $harbour->fuse->steps + $second;
            try {
                $harbour->recover();
            } catch (Killed) {
            }
            $harbour->fuse->repair();
            $harbour->recover();
            expect(ksorted($harbour->files->files))->toBe($harbour->after, "killed at {$first}, then {$second} steps later");
        }
    }
});

it('takes everything back when the file system refuses at any step', function (int $lines, bool $hasSecondNames) {
    $whole = SmallSave::of($lines, $hasSecondNames);
    $whole->save();
    $refused = 0;
    for ($step = 1; $step <= $whole->fuse->steps; $step++) {
        $harbour = SmallSave::of($lines, $hasSecondNames);
        $harbour->fuse->refuseAt = $step;
        try {
            $harbour->save();
        } catch (UnableToWrite) {
            $refused++;
            expect(ksorted($harbour->files->files))->toBe($harbour->before, "after a refusal at step {$step}")
                ->and($harbour->journal->state('op'))->toBe('rolled back')
                ->and($harbour->files->hasFolder('new'))->toBeFalse();
        }
    }
    expect($refused)->toBeGreaterThan($lines);
})->with('sizes');

it('stays recoverable when the disk stays full', function () {
    $whole = SmallSave::of(3);
    $whole->save();
    for ($step = 3; $step < $whole->fuse->steps; $step++) {
        $harbour = SmallSave::of(3);
        $harbour->fuse->refuseFrom = $step;
        try {
            $harbour->save();
        } catch (UnableToWrite|UnableToTakeBack) {
        }
        $harbour->fuse->repair();
        $harbour->recover();
        expect(ksorted($harbour->files->files))->toBe($harbour->expected(), "disk full from step {$step}");
    }
});

it('ends with a question where it can go neither forward nor back, and takes back all that it can', function () {
    $whole = SmallSave::of(3);
    $whole->save();
    $asked = 0;
    for ($step = 3; $step < $whole->fuse->steps; $step++) {
        $harbour = SmallSave::of(3);
        $harbour->fuse->refuseFrom = $step;
        try {
            $harbour->save();
        } catch (UnableToWrite|UnableToTakeBack) {
        }
        $harbour->recover();
        $state = $harbour->journal->state('op');
        expect($state)->toBeIn([null, 'written', 'rolled back', 'needs a person']);
        if ($state === 'needs a person') {
            $asked++;
            foreach ($harbour->journal->found as $path => $hash) {
                expect($hash)->toBe(isset($harbour->files->files[$path]) ? hash('sha256', $harbour->files->files[$path]) : null);
                unset($harbour->files->files[$path], $harbour->before[$path]);
            }
            expect(array_intersect_key($harbour->files->files, $harbour->before))->toBe($harbour->before);
        }
    }
    expect($asked)->toBeGreaterThan(0);
});

it('asks a person where a file cannot be read, and where its folder leads elsewhere', function (Throwable $failure) {
    $harbour = SmallSave::of(3);
    $harbour->fuse->killAt = 14;
    expect(fn () => $harbour->save())->toThrow(Killed::class);
    $harbour->fuse->repair();
    $harbour->files->unreadable = ['b/file-2' => $failure];
    expect($harbour->recover())->toBe(['op' => Outcome::NeedsPerson])
        ->and($harbour->journal->found)->toBe(['b/file-2' => null])
        ->and($harbour->recover())->toBe([]);
})->with([[UnableToRead::file('b/file-2', 'permission is missing')], [InvalidPath::outsideRoot('b/file-2')]]);

it('is rolled back where a temporary file cannot be taken away', function () {
    $refused = 0;
    for ($step = 1; $step < 30; $step++) {
        $harbour = SmallSave::of(3);
        $harbour->files->keeps = '.tmp';
        $harbour->fuse->refuseAt = $step;
        try {
            $harbour->save();
        } catch (UnableToWrite) {
            $refused++;
            expect($harbour->journal->state('op'))->toBe('rolled back')->and(array_intersect_key($harbour->files->files, $harbour->before))->toBe($harbour->before);
        }
    }
    expect($refused)->toBeGreaterThan(3);
});

it('rolls back in recovery when it cannot go forward', function () {
    $harbour = SmallSave::of(3);
    $harbour->fuse->killAt = 14;
    expect(fn () => $harbour->save())->toThrow(Killed::class);
    $harbour->fuse->repair();
    $harbour->store->contents = array_diff($harbour->store->contents, ['new 2']);

    expect($harbour->recover())->toBe(['op' => Outcome::RolledBack])
        ->and(ksorted($harbour->files->files))->toBe($harbour->before);
});

it('touches nothing where recovery finds a third content, and leaves nothing of its own beside it', function () {
    $staged = 0;
    for ($step = 1; $step < 30; $step++) {
        $harbour = SmallSave::of(3);
        $harbour->fuse->killAt = $step;
        try {
            $harbour->save();
        } catch (Killed) {
        }
        $harbour->fuse->repair();
        if ($harbour->journal->state('op') !== 'prepared') {
            continue;
        }
        $harbour->files->files['b/file-2'] = 'by another program';
        $isStaged = static fn (string $path): bool => str_ends_with($path, '.tmp');
        $found = array_filter($harbour->files->files, static fn (string $path): bool => ! $isStaged($path), ARRAY_FILTER_USE_KEY);
        $staged += count(array_filter(array_keys($harbour->files->files), $isStaged));

        expect($harbour->recover())->toBe(['op' => Outcome::NeedsPerson], "killed at step {$step}")
            ->and($harbour->files->files)->toBe($found)
            ->and($harbour->journal->state('op'))->toBe('needs a person');
    }
    expect($staged)->toBeGreaterThan(3);
});

it('keeps what another program writes into a file that is moved, under its old name or its new one', function (int $n, ?string $then, array $expected) {
    [$old, $new] = ["b/moved-{$n}", "new/moved/file-{$n}"];
    $whole = SmallSave::of(20);
    $whole->save();
    $ends = [];
    for ($step = 1; $step <= $whole->fuse->steps; $step++) {
        $harbour = SmallSave::of(20);
        $harbour->fuse->meanwhileAt = $step;
        [$harbour->fuse->killAt, $harbour->fuse->refuseAt] = [$then === 'killed' ? $step : null, $then === 'refused' ? $step + 1 : null];
        $harbour->fuse->meanwhile = function () use ($harbour, $old, $new): void {
            $moving = array_values(array_filter($harbour->operation->changes, static fn (FileChange $change): bool => $change->path === $new))[0];
            $there = array_values(array_filter([$old, $new, $harbour->operation->temporaryPath($moving)], static fn (string $path): bool => isset($harbour->files->files[$path])));
            $harbour->files->writeInto($there[0], 'by another program');
        };
        try {
            $harbour->save();
        } catch (FileChanged|UnableToWrite|UnableToTakeBack|Killed) {
        }
        $harbour->fuse->repair();
        $harbour->recover();
        $ends[] = $state = $harbour->journal->state('op');
        $found = array_keys($harbour->files->files, 'by another program', true);
        expect($found)->toHaveCount(1, "at step {$step}");
        if ($state === 'rolled back' && $found === [$new]) {
            // It had lost its old name when it was written into.
            expect(ksorted(array_diff_key($harbour->files->files, [$new => true])))->toBe($harbour->before);
        } elseif ($state !== 'needs a person') {
            expect($found)->toBe([$state === 'written' ? $new : $old], "at step {$step}, {$state}")
                ->and(ksorted([...$harbour->files->files, $found[0] => "moved {$n}"]))->toBe($harbour->expected());
        }
    }
    expect(array_values(array_unique($ends)))->toEqualCanonicalizing($expected);
})->with([1, 2])->with([
    'it goes on' => [null, ['written']],
    'it is killed' => ['killed', [null, 'written', 'needs a person']],
    'it is refused' => ['refused', ['written', 'rolled back', 'needs a person']],
]);

it('records nothing when a file has moved on before it begins', function () {
    $harbour = SmallSave::of(3);
    $harbour->files->files['b/file-2'] = 'by another program';

    expect(fn () => $harbour->save())->toThrow(FileChanged::class)
        ->and($harbour->journal->state('op'))->toBeNull()
        ->and($harbour->files->files['a/file-0'])->toBe('old 0');
});

it('takes back what was written when a person stops it', function (int $after) {
    $harbour = SmallSave::of(20);
    $progress = new class ($after) implements Progress {
        public function __construct(private readonly int $after) {}

        public function step(int $done, int $of): void
        {
            if ($done === $this->after) {
                throw Stopped::at($done, $of);
            }
        }
    };

    expect(fn () => $harbour->save($progress))->toThrow(Stopped::class)
        ->and(ksorted($harbour->files->files))->toBe($harbour->before)
        ->and($harbour->recover())->toBe([]);
})->with([0, 1, 7, 19]);
