<?php

declare(strict_types=1);

use App\Models\Operation;
use App\Models\Workspace;
use App\Workspace\Files\WorkspaceFiles;
use Tests\Support\Harbour;

/** A harbour with drafts of so many files, ready to be saved together. */
function laden(int $count): Harbour
{
    $harbour = new Harbour(array_combine(array_map(static fn (int $n): string => "f{$n}.md", range(1, $count)), array_fill(0, $count, "# old\n")));
    foreach (range(1, $count) as $n) {
        $harbour->draft("f{$n}.md", "# new {$n}\n");
    }
    $harbour->draft('added/n.md', "# added\n");

    return $harbour;
}

it('is all or nothing when the process is killed', function () {
    $states = [];
    for ($round = 0; $round < 12; $round++) {
        $harbour = laden(25);
        $before = $harbour->hashes();
        $process = $harbour->process('save', ['--everything', '--json']);
        $process->start();
        // From the moment at which the first file may be written.
        for ($wait = 0; $wait < 10_000 && Operation::query()->where('workspace_id', $harbour->workspace->id)->doesntExist() && $process->isRunning(); $wait++) {
            usleep(1000);
        }
        usleep($round * 1500);
        Harbour::kill($process);
        $harbour->command('recover');
        $after = $harbour->hashes();
        $state = Operation::query()->where('workspace_id', $harbour->workspace->id)->value('state');
        $states[] = $state;

        if ($state === Operation::DONE) {
            expect($after)->toHaveCount(26);
            foreach (range(1, 25) as $n) {
                expect($harbour->read("f{$n}.md"))->toBe("# new {$n}\n");
            }
            expect($harbour->document('f1.md')->draft)->toBeNull();
        } else {
            expect($after)->toBe($before);
        }
        expect(glob($harbour->root.'/.hafenbuch-*'))->toBe([]);
    }
    expect($states)->toContain(Operation::DONE);
});

it('asks a person where a third content has come between', function () {
    $harbour = laden(2);
    $process = $harbour->process('save', ['--everything']);
    $process->run();
    $operation = Operation::query()->where('workspace_id', $harbour->workspace->id)->first();
    $operation->update(['state' => Operation::PREPARED]);
    $harbour->put('f2.md', '# by another program');
    $found = $harbour->hashes();
    $outcome = $harbour->command('recover', ['--json'])['json'];

    expect($outcome)->toBe(['entries' => [['entry' => 1, 'outcome' => 'needs a person']]])
        ->and($harbour->hashes())->toBe($found)
        ->and($operation->refresh()->found)->toBe(['f2.md' => hash('sha256', '# by another program')]);
});

it('finishes what a crash has left before the next save begins', function () {
    $harbour = laden(2);
    $harbour->command('save', ['--save', 'f1.md']);
    Operation::query()->where('workspace_id', $harbour->workspace->id)->update(['state' => Operation::PREPARED]);
    $harbour->put('f1.md', "# old\n"); // as if the crash had come before the rename
    $harbour->command('save', ['--save', 'f2.md']);

    expect($harbour->read('f1.md'))->toBe("# new 1\n")
        ->and(Operation::query()->where('workspace_id', $harbour->workspace->id)->pluck('state')->all())->toBe(['done', 'done']);
});

it('keeps every path inside the root', function (string $path) {
    $harbour = new Harbour(['a.md' => '# A']);
    symlink('/etc', $harbour->root.'/etc');
    expect(fn () => WorkspaceFiles::of(Workspace::query()->findOrFail($harbour->workspace->id))->open($path))->toThrow(InvalidArgumentException::class);
})->with(['../x', '/etc/passwd', 'etc/passwd', "a\0.md", '']);

it('does as the person says where a third content has come between', function (string $how, string $expected) {
    $harbour = laden(2);
    $harbour->process('save', ['--everything'])->run();
    $operation = Operation::query()->where('workspace_id', $harbour->workspace->id)->first();
    $operation->update(['state' => Operation::PREPARED]);
    $harbour->put('f2.md', '# by another program');
    $harbour->command('recover');
    $id = $this->actingAs($harbour->owner)->getJson($harbour->api('/logbook'))->assertJsonPath('0.state', 'needs a person')->json('0.id');
    $this->getJson($harbour->api("/logbook/{$id}"))->assertJsonPath('found', ['f2.md']);
    $this->postJson($harbour->api("/logbook/{$operation->id}/settle"), ['how' => $how])->assertOk()->assertJson(['state' => 'settled']);
    $this->postJson($harbour->api("/logbook/{$operation->id}/settle"), ['how' => $how])->assertStatus(422);

    expect($harbour->read('f2.md'))->toBe($expected)
        ->and($harbour->read('f1.md'))->toBe($how === 'back' ? "# old\n" : "# new 1\n");
})->with([['finish', "# new 2\n"], ['back', "# old\n"], ['keep', '# by another program']]);
