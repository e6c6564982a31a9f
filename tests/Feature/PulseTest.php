<?php

declare(strict_types=1);

use App\Workspace\Pulse;
use App\Workspace\WorkspaceLock;
use Illuminate\Support\Facades\DB;
use Tests\Support\Harbour;

it('tells what happens while a workspace is held', function () {
    $harbour = new Harbour(['a.md' => '# A']);
    $before = Pulse::last($harbour->workspace);
    WorkspaceLock::hold($harbour->workspace, function () use ($harbour): void {
        Pulse::tell($harbour->workspace, Pulse::LOGBOOK);
        DB::transaction(static fn () => Pulse::tell($harbour->workspace, Pulse::QUAY));
    });

    expect(Pulse::since($harbour->workspace, $before))->toMatchArray(['last' => $before + 2, 'topics' => ['logbook', 'quay']]);
});

it('tells nothing of what was not committed', function () {
    $harbour = new Harbour(['a.md' => '# A']);
    $before = Pulse::last($harbour->workspace);
    rescue(static fn () => DB::transaction(static function () use ($harbour): void {
        Pulse::tell($harbour->workspace, Pulse::QUAY);
        throw new RuntimeException('It did not work.');
    }), report: false);

    expect(Pulse::last($harbour->workspace))->toBe($before);
});

it('tells of a save which documents it has changed, after they are', function () {
    $harbour = new Harbour(['a.md' => '# A']);
    $harbour->draft('a.md', '# B');
    $before = Pulse::last($harbour->workspace);
    $harbour->saveAll();

    $told = Pulse::since($harbour->workspace, $before);
    expect($told['states'])->toBe([$harbour->document('a.md')->id])->and($told['topics'])->toEqualCanonicalizing(['states', 'logbook']);
});
