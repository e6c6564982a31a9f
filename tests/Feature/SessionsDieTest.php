<?php

declare(strict_types=1);

use App\Models\KeptSession;
use App\Models\SessionItem;
use App\Quay\Quay;
use App\Sessions\Carrying\ExportSession;
use App\Sessions\Keeping;
use Illuminate\Support\Facades\DB;
use Tests\Support\Harbour;

/* Killed in the middle, an act on sessions has happened or has not. */

beforeEach(function () {
    $this->harbour = new Harbour(['a.md' => '# A', 'b.md' => '# B', 'c.md' => '# C']);
    $this->harbour->draft('a.md', '# A, worked on');
    $this->quay = new Quay($this->harbour->workspace, $this->harbour->owner);
    $this->quay->open([$this->harbour->document('b.md')->id]);
    $this->as = ['--as', $this->harbour->owner->email];
    $this->sessions = fn (): int => KeptSession::query()->where('user_id', $this->harbour->owner->id)->count();
});

it('keeps all or nothing, wherever it is killed', function (string $pattern, int $nth) {
    $before = $this->quay->arrangement();
    $died = $this->harbour->dying($pattern, $nth, 'session:keep', ['Guidebook', $this->harbour->workspace->name, '--everything', '--put-away', ...$this->as]);
    expect($died->getTermSignal())->toBe(SIGKILL)
        ->and(($this->sessions)())->toBe(0)->and($this->quay->arrangement())->toBe($before);
})->with([['~^insert into `session_stages`~', 1], ['~^insert into session_items~', 1], ['~^update `session_stages`~', 1], ['~open_sessions~', 2], ['~^delete from `quay_items`~', 1], ['~^delete from `open_sessions`~', 1]]);

it('opens all or nothing, wherever it is killed', function (string $pattern, int $nth) {
    app(Keeping::class)->keep($this->harbour->owner, 'Guidebook', [$this->harbour->workspace], true);
    $this->harbour->command('discard', ['a.md']);
    $this->quay->arrange([$this->harbour->document('c.md')->id => false], true);
    $before = $this->quay->arrangement();
    $died = $this->harbour->dying($pattern, $nth, 'session:open', ['Guidebook', ...$this->as]);
    expect($died->getTermSignal())->toBe(SIGKILL)
        ->and(($this->sessions)())->toBe(1)->and($this->quay->arrangement())->toBe($before)->and($this->harbour->document('a.md')->draft)->toBeNull();
    // And then it can be opened as if nothing had been.
    expect($this->harbour->command('session:open', ['Guidebook', ...$this->as])['code'])->toBe(0)
        ->and($this->harbour->workingText('a.md'))->toBe('# A, worked on')->and($this->quay->arrangement())->toHaveCount(2);
})->with([['~^insert into session_items~', 1], ['~^insert into `drafts`~', 1], ['~^update `documents`~', 1], ['~^delete from `quay_items`~', 1], ['~^insert into `quay_items`~', 1], ['~^update `users`~', 1]]);

it('takes in all or nothing, wherever it is killed', function (string $pattern, int $nth) {
    $file = sys_get_temp_dir().'/hafenbuch-session-'.bin2hex(random_bytes(6)).'.zip';
    app(ExportSession::class)->to(app(Keeping::class)->keep($this->harbour->owner, 'Guidebook', [$this->harbour->workspace], true), $this->harbour->owner, $file);
    $items = SessionItem::query()->max('id');
    $died = $this->harbour->dying($pattern, $nth, 'session:import', [$file, '--into', $this->harbour->workspace->name, ...$this->as]);
    expect($died->getTermSignal())->toBe(SIGKILL)->and(($this->sessions)())->toBe(1)->and(SessionItem::query()->max('id'))->toBe($items);
    expect($this->harbour->command('session:import', [$file, '--into', $this->harbour->workspace->name, ...$this->as])['code'])->toBe(0)->and(($this->sessions)())->toBe(2);
    unlink($file);
})->with([['~^insert into `session_stages`~', 1], ['~^insert into `session_items`~', 1], ['~^update `session_stages`~', 1]]);

it('lets two windows open different sessions at once, one after the other, and loses neither’s quay', function () {
    foreach (['a.md' => 'One', 'b.md' => 'Two', 'c.md' => 'Three'] as $path => $name) {
        $this->quay->arrange([$this->harbour->document($path)->id => false], true);
        app(Keeping::class)->keep($this->harbour->owner, $name, [$this->harbour->workspace], true);
    }
    for ($round = 0; $round < 4; $round++) {
        $this->quay->arrange([$this->harbour->document('c.md')->id => false], true);
        $both = array_map(fn (string $name) => tap($this->harbour->process('session:open', [$name, '--json', ...$this->as]))->start(), ['One', 'Two']);
        $kept = array_map(static function ($process): ?string {
            $process->wait();
            expect($process->getExitCode())->toBe(0, $process->getErrorOutput());

            return json_decode($process->getOutput(), true)['keptAs'];
        }, $both);
        $open = array_map(strval(...), array_keys($this->quay->arrangement()));
        expect($open)->toHaveCount(1)->and($open[0])->toBeIn([$this->harbour->document('a.md')->id, $this->harbour->document('b.md')->id]);
        // What each found open is kept: c by the first, and the first one's by the second.
        $held = DB::table('session_items')->join('session_stages', 'session_stages.id', '=', 'session_stage_id')->join('kept_sessions', 'kept_sessions.id', '=', 'kept_session_id')
            ->where('user_id', $this->harbour->owner->id)->whereIn('name', $kept)->pluck('document_id')->all();
        expect(array_diff([$this->harbour->document('c.md')->id, $this->harbour->document($open[0] === $this->harbour->document('a.md')->id ? 'b.md' : 'a.md')->id], $held))->toBe([]);
    }
});
