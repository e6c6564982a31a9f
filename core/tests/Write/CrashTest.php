<?php

declare(strict_types=1);

use Hafenbuch\Core\Tests\Support\Killed;
use Hafenbuch\Core\Tests\Support\SmallSave;
use Hafenbuch\Core\Write\FileMoved;
use Hafenbuch\Core\Write\Outcome;
use Hafenbuch\Core\Write\Progress;
use Hafenbuch\Core\Write\Stopped;
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

dataset('sizes', ['1 line' => 1, '3 lines' => 3, '20 lines' => 20]);

it('writes every line', function (int $lines) {
    $harbour = SmallSave::of($lines);
    $harbour->save();

    expect(ksorted($harbour->files->files))->toBe($harbour->after)
        ->and($harbour->journal->state('op'))->toBe('done');
})->with('sizes');

it('is all or nothing when killed at any step', function (int $lines) {
    $whole = SmallSave::of($lines);
    $whole->save();
    $finished = 0;
    for ($step = 1; $step <= $whole->fuse->steps; $step++) {
        $harbour = SmallSave::of($lines);
        $harbour->fuse->killAt = $step;
        expect(fn () => $harbour->save())->toThrow(Killed::class);
        $harbour->fuse->repair();
        $outcomes = $harbour->recover();
        $isDone = $harbour->journal->state('op') === 'done';
        $finished += (int) $isDone;
        expect(ksorted($harbour->files->files))->toBe($harbour->expected(), "after a kill at step {$step}")
            ->and($outcomes)->toBe($step > 1 && $step < $whole->fuse->steps ? ['op' => Outcome::Finished] : []);
    }
    expect($finished)->toBe($whole->fuse->steps - 1);
})->with('sizes');

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

it('takes everything back when the file system refuses at any step', function (int $lines) {
    $whole = SmallSave::of($lines);
    $whole->save();
    $refused = 0;
    for ($step = 1; $step <= $whole->fuse->steps; $step++) {
        $harbour = SmallSave::of($lines);
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
        } catch (UnableToWrite) {
        }
        $harbour->fuse->repair();
        $harbour->recover();
        expect(ksorted($harbour->files->files))->toBe($harbour->expected(), "disk full from step {$step}");
    }
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

it('touches nothing where recovery finds a third content', function () {
    $harbour = SmallSave::of(3);
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
    $harbour = SmallSave::of(3);
    $harbour->files->files['b/file-2'] = 'by another program';

    expect(fn () => $harbour->save())->toThrow(FileMoved::class)
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
