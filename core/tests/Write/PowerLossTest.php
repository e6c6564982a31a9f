<?php

declare(strict_types=1);

use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Tests\Support\Killed;
use Hafenbuch\Core\Tests\Support\SmallSave;
use Hafenbuch\Core\Write\UnableToWrite;

beforeEach(function () {
    mt_srand((int) (getenv('HAFENBUCH_SEED') ?: 1853));
    /** @var list<callable(int): int> what comes through of that which was not synced: nothing, all, or by chance */
    $this->chances = [static fn (int $most): int => 0, static fn (int $most): int => $most, ...array_fill(0, 6, static fn (int $most): int => mt_rand(0, $most))];
});

/**
 * @param  array<string, string>  $files  content by path
 * @return list<string> the folders that they stand in
 */
function foldersOf(array $files): array
{
    $folders = [];
    foreach (array_keys($files) as $path) {
        for ($folder = Path::folderOf($path); $folder !== ''; $folder = Path::folderOf($folder)) {
            $folders[$folder] = $folder;
        }
    }
    sort($folders);

    return $folders;
}

/**
 * A save that was killed at a step as the power failed, and then recovered.
 *
 * @param  callable(int): int  $chance
 */
function recoveredFrom(int $lines, bool $hasSecondNames, int $step, callable $chance): SmallSave
{
    $save = SmallSave::onVolatile($lines, $hasSecondNames);
    $save->fuse->killAt = $step;
    expect(fn () => $save->save())->toThrow(Killed::class);
    $save->fuse->repair();
    $save->files->losePower($chance);
    $save->recover();

    return $save;
}

dataset('sizes of a save', ['1 line' => [1, true], '3 lines' => [3, true], '8 lines' => [8, true], '8 lines, without second names' => [8, false]]);

it('is all or nothing when the power fails at any step', function (int $lines, bool $hasSecondNames) {
    $whole = SmallSave::onVolatile($lines, $hasSecondNames);
    $whole->save();
    for ($step = 1; $step <= $whole->fuse->steps; $step++) {
        foreach ($this->chances as $chance) {
            $save = recoveredFrom($lines, $hasSecondNames, $step, $chance);
            expect($save->files->files())->toBe($save->expected(), "power lost at step {$step}");
        }
    }
})->with('sizes of a save');

it('has everything on the disk when it says so', function (int $lines, bool $hasSecondNames) {
    foreach ($this->chances as $chance) {
        $save = SmallSave::onVolatile($lines, $hasSecondNames);
        $save->save();
        $save->files->losePower($chance);
        expect($save->journal->state('op'))->toBe('written')->and($save->files->files())->toBe($save->after)->and($save->files->folders())->toBe(foldersOf($save->after));
    }
})->with('sizes of a save');

it('has everything on the disk when the recovery says so', function (int $lines, bool $hasSecondNames) {
    $whole = SmallSave::onVolatile($lines, $hasSecondNames);
    $whole->save();
    for ($step = 2; $step < $whole->fuse->steps; $step++) {
        foreach ($this->chances as $chance) {
            $save = recoveredFrom($lines, $hasSecondNames, $step, $chance);
            $save->files->losePower($chance);
            expect($save->files->files())->toBe($save->expected(), "power lost at step {$step}, and after the recovery");
        }
    }
})->with('sizes of a save');

it('has everything on the disk when it says that all was taken back', function (int $lines, bool $hasSecondNames) {
    $whole = SmallSave::onVolatile($lines, $hasSecondNames);
    $whole->save();
    for ($step = 1; $step <= $whole->fuse->steps; $step++) {
        foreach ($this->chances as $chance) {
            $save = SmallSave::onVolatile($lines, $hasSecondNames);
            $save->fuse->refuseAt = $step;
            try {
                $save->save();
            } catch (UnableToWrite) {
                expect($save->journal->state('op'))->toBe('rolled back');
            }
            $save->files->losePower($chance);
            expect($save->files->files())->toBe($save->expected(), "refused at step {$step}, then the power lost")
                ->and($save->files->folders())->toBe(foldersOf($save->expected()), "refused at step {$step}, then the power lost");
        }
    }
})->with('sizes of a save');
