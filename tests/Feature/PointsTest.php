<?php

declare(strict_types=1);

use App\Models\RecoveryPoint;
use App\Models\User;
use App\Past\Recovery\PointKeeper;
use App\Past\Recovery\PointReason;
use App\Past\Recovery\RecoveryPoints;
use App\Past\Recovery\Visits;
use Illuminate\Support\Facades\DB;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour(['a.md' => "# A\n", 'b.md' => "# B\n", 'c.md' => "# C\n"]);
    $this->owner = $this->harbour->owner;
    $this->actingAs($this->owner);
    $this->points = fn (): array => RecoveryPoint::query()->where('user_id', $this->owner->id)->orderBy('id')->get()->all();
    $this->look = fn (): int => app(PointKeeper::class)->look($this->harbour->workspace);
    $this->later = fn (int $seconds) => $this->travel($seconds)->seconds();
    $this->make = fn (PointReason $reason = PointReason::ByHand) => app(RecoveryPoints::class)->make($this->harbour->workspace, $this->owner, $reason);
});

it('makes a point by hand of all drafts, the hold included, and none where nothing has changed', function () {
    api('POST', 'watch/points')->assertStatus(200)->assertJsonPath('points', 0);
    $this->harbour->draft('a.md', 'draft a');
    $this->harbour->draft('b.md', 'draft b');
    api('POST', 'quay/close', ['documents' => [$this->harbour->document('b.md')->id]])->assertOk();
    api('POST', 'watch/points')->assertStatus(201)->assertJsonPath('points', 1);
    api('POST', 'watch/points')->assertStatus(200)->assertJsonPath('points', 1);
    expect(($this->points)()[0]->items->pluck('hash')->sort()->values()->all())->toBe(collect(['draft a', 'draft b'])->map(fn ($text) => hash('sha256', $text))->sort()->values()->all());
    $this->harbour->draft('a.md', 'draft a, more');
    api('POST', 'watch/points')->assertStatus(201);
});

it('makes a point when a person pauses, after some minutes, and after some edits', function () {
    api('PATCH', 'watch', ['minutes' => 5, 'edits' => 3, 'idleSeconds' => 60])->assertOk()->assertJsonPath('edits', 3);
    $this->harbour->draft('a.md', '1');
    expect(($this->look)())->toBe(0);
    ($this->later)(61);
    expect(($this->look)())->toBe(1)->and(($this->points)()[0]->reason)->toBe('idle')->and(($this->look)())->toBe(0);

    ($this->later)(5);
    $this->harbour->draft('b.md', 'begun');
    for ($n = 0; $n < 6; $n++) {
        ($this->later)(55);
        $n % 2 === 0 ? $this->harbour->draft('a.md', "time {$n}") : DB::table('drafts')->where('document_id', $this->harbour->document('a.md')->id)->update(['updated_at' => now()]);
    }
    expect(($this->look)())->toBe(1)->and(($this->points)()[1]->reason)->toBe('time');

    ($this->later)(1);
    foreach ([1, 2, 3] as $n) {
        $this->harbour->draft('c.md', "edit {$n}");
    }
    expect(($this->look)())->toBe(1)->and(($this->points)()[2]->reason)->toBe('edits');
});

it('keeps so many points as the person wants, oldest first out', function () {
    api('PATCH', 'watch', ['limit' => 3]);
    foreach (range(1, 5) as $n) {
        $this->harbour->draft('a.md', "state {$n}");
        ($this->make)();
    }
    expect(array_map(fn (RecoveryPoint $point) => $point->items[0]->hash, ($this->points)()))->toBe(array_map(fn (int $n) => hash('sha256', "state {$n}"), [3, 4, 5]));
    api('PATCH', 'watch', ['limit' => 1])->assertJsonPath('points', 1);
    api('PATCH', 'watch', ['limit' => 0])->assertStatus(422);
});

it('stands down for a while, and ends that by itself', function () {
    $this->harbour->draft('a.md', 'recording');
    api('POST', 'watch/stand-down', ['minutes' => 30])->assertOk()->assertJsonPath('points', 0);
    ($this->later)(600);
    expect(($this->look)())->toBe(0)->and(api('GET', 'watch')->json('standsDownUntil'))->not->toBeNull();
    ($this->later)(1300);
    expect(api('GET', 'watch')->json('standsDownUntil'))->toBeNull()->and(($this->look)())->toBe(1);
    api('POST', 'watch/stand-down', ['minutes' => 30]);
    api('POST', 'watch/stand-down', ['minutes' => 0])->assertJsonPath('standsDownUntil', null);
    api('POST', 'watch/stand-down', ['minutes' => 721])->assertStatus(422);
});

it('leaves no half point where the disk fills, and makes the next one', function () {
    $this->harbour->draft('a.md', 'one');
    $this->harbour->draft('b.md', 'two');
    $second = max($this->harbour->document('a.md')->id, $this->harbour->document('b.md')->id);
    // What MariaDB answers when its disk is full, at the second of two rows.
    DB::unprepared("create trigger full_disk before insert on recovery_point_items for each row if new.document_id = '{$second}' then signal sqlstate 'HY000' set mysql_errno = 1021, message_text = 'Disk full'; end if");
    try {
        expect(fn () => ($this->make)())->toThrow(Illuminate\Database\QueryException::class)->and(($this->points)())->toBe([])
            ->and($this->harbour->workingText('a.md'))->toBe('one');
        api('POST', 'watch/points')->assertStatus(507)->assertJsonPath('detail', 'The disk of the database is full, so this could not be kept. Make room on it, then try again.');
    } finally {
        DB::unprepared('drop trigger full_disk');
    }
    expect(($this->make)()?->items)->toHaveCount(2);
});

it('makes points with the clock set back an hour', function () {
    api('PATCH', 'watch', ['edits' => 2]);
    $this->harbour->draft('a.md', 'one');
    ($this->make)();
    $this->travel(-1)->hours();
    $this->harbour->draft('a.md', 'two');
    $this->harbour->draft('a.md', 'three');
    expect(($this->look)())->toBe(1)->and(($this->points)()[1]->reason)->toBe('edits');
    $this->harbour->draft('b.md', 'begun');
    expect(($this->look)())->toBe(0);
    ($this->later)(61);
    expect(($this->look)())->toBe(1)->and(($this->points)()[2]->reason)->toBe('idle');
    api('GET', 'recovery')->assertOk();

    // A draft from before the clock was set back counts as old.
    $this->harbour->draft('c.md', 'ahead');
    $this->travel(-2)->hours();
    expect(($this->look)())->toBe(1)->and(($this->points)())->toHaveCount(4);
});

it('offers recovery after a visit that broke off with drafts, and bothers nobody else', function () {
    $visit = strtolower((string) Str::ulid());
    $see = fn () => api('GET', "pulse?after=0&visit={$visit}")->assertOk();
    $see();
    ($this->later)(60);
    api('GET', 'recovery')->assertOk()->assertJson(['isOffered' => false, 'documents' => []]);
    expect(Visits::brokenOff($this->harbour->workspace, $this->owner, null))->toBeNull('it was settled, since nothing was to be recovered');

    $this->harbour->draft('a.md', 'unsaved');
    $see();
    ($this->later)(60);
    api('GET', "recovery?visit={$visit}")->assertJson(['isOffered' => false]);
    api('GET', 'recovery')->assertJson(['isOffered' => true])->assertJsonPath('documents.0.path', 'a.md');
    $see();
    api('POST', "visits/{$visit}/end")->assertStatus(204);
    ($this->later)(60);
    api('GET', 'recovery')->assertJson(['isOffered' => false])->assertJsonPath('documents.0.draftSize', 7);
    api('GET', 'recovery', as: $this->harbour->member('Ida'))->assertJson(['isOffered' => false, 'documents' => []]);
});

it('brings chosen states back, and keeps the others as a recovery point', function () {
    foreach (['first', 'second'] as $text) {
        $this->harbour->draft('a.md', "{$text} a");
        $this->harbour->draft('b.md', "{$text} b");
        ($this->make)();
    }
    $this->harbour->draft('a.md', 'now a');
    $this->harbour->draft('c.md', 'now c');
    $recovery = api('GET', 'recovery')->json();
    $documents = collect($recovery['documents'])->keyBy('path');
    expect($documents->keys()->all())->toBe(['a.md', 'b.md', 'c.md'])->and(array_column($documents['a.md']['points'], 'id'))->toHaveCount(2)
        ->and($documents['b.md']['points'])->toHaveCount(1)->and($documents['a.md']['points'][0]['words'])->toBe('line 1');
    $first = $documents['a.md']['points'][1]['id'];
    api('POST', 'recovery', ['choices' => [
        ['document' => $documents['a.md']['id'], 'source' => "point-{$first}"], ['document' => $documents['b.md']['id'], 'source' => 'draft'], ['document' => $documents['c.md']['id'], 'source' => 'file'],
    ]])->assertStatus(204);
    expect($this->harbour->workingText('a.md'))->toBe('first a')->and($this->harbour->workingText('b.md'))->toBe('second b')->and($this->harbour->workingText('c.md'))->toBe("# C\n");
    $before = collect(($this->points)())->firstWhere('reason', 'before recovery');
    expect($before->items->pluck('hash'))->toContain(hash('sha256', 'now a'), hash('sha256', 'now c'));
    api('POST', 'recovery', ['choices' => [['document' => $documents['a.md']['id'], 'source' => 'point-'.($before->id + 99)]]])->assertStatus(404);
    api('POST', 'recovery', ['choices' => [['document' => $documents['a.md']['id'], 'source' => 'version-1']]])->assertStatus(422);
    expect(User::query()->find($this->owner->id)->standsDown())->toBeFalse();
});

it('offers nothing of a page that was left before its first question came', function () {
    $this->harbour->draft('a.md', "# Later\n");
    $visit = strtolower((string) Illuminate\Support\Str::ulid());
    api('POST', "visits/{$visit}/end")->assertSuccessful();
    api('GET', "pulse?visit={$visit}")->assertOk();
    api('GET', "recovery?died={$visit}")->assertJson(['isOffered' => false]);
});
