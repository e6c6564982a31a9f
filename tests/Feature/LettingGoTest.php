<?php

declare(strict_types=1);

use App\Workspace\Files\LettingGo;
use App\Workspace\Files\WorkspaceFiles;
use Hafenbuch\Core\Place\MountTable;
use Tests\Support\Harbour;

/** @return list<string> the names that files have lost which this process still has open */
function namesOfOpen(string $root): array
{
    $names = array_map(static fn (string $number): string => (string) @readlink($number), glob('/proc/self/fd/*') ?: []);

    return array_values(array_filter(array_map(
        static fn (string $name): string => str_starts_with($name, $root.'/') && str_ends_with($name, ' (deleted)') ? substr($name, strlen($root) + 1, -10) : '',
        $names,
    )));
}

it('lets go of what a save has replaced once the answer is out', function () {
    $harbour = new Harbour(['a.md' => '# A', 'b.md' => '# B']);
    $this->actingAs($harbour->owner);
    $harbour->draft('a.md', '# A changed');
    $decisions = [['document' => $harbour->document('a.md')->id, 'kind' => 'save']];
    $fingerprint = $this->postJson($harbour->api('/plan'), ['decisions' => $decisions])->json('fingerprint');
    $this->postJson($harbour->api('/save'), ['decisions' => $decisions, 'fingerprint' => $fingerprint, 'note' => null])->assertOk();

    expect($harbour->read('a.md'))->toBe('# A changed')
        ->and(namesOfOpen($harbour->workspace->root))->toBe(['a.md']);
    // As at the end of each request and job.
    app()->forgetScopedInstances();
    expect(namesOfOpen($harbour->workspace->root))->toBe([]);
});

it('keeps no more files open than a process can have, and none that has another name', function () {
    $all = range(1, LettingGo::MOST + 20);
    $harbour = new Harbour(array_fill_keys(array_map(static fn (int $n): string => "notes/{$n}.md", $all), '# old') + ['one.md' => '# one', 'link.md' => '# link']);
    link($harbour->workspace->root.'/one.md', $harbour->workspace->root.'/two.md');
    unlink($harbour->workspace->root.'/link.md');
    symlink('one.md', $harbour->workspace->root.'/link.md');
    $files = WorkspaceFiles::of($harbour->workspace, app(LettingGo::class));
    array_map($files->remove(...), ['one.md', 'link.md', 'not-there.md']);
    expect(namesOfOpen($harbour->workspace->root))->toBe([]);
    foreach ($all as $n) {
        $harbour->put("notes/.new-{$n}", '# new');
        $files->replace("notes/.new-{$n}", "notes/{$n}.md");
    }

    expect(namesOfOpen($harbour->workspace->root))->toHaveCount(LettingGo::MOST)
        ->and($harbour->read('notes/1.md'))->toBe('# new')->and($harbour->read('notes/'.count($all).'.md'))->toBe('# new')
        ->and($harbour->read('two.md'))->toBe('# one');
    app()->forgetScopedInstances();
    unset($files);
    expect(namesOfOpen($harbour->workspace->root))->toBe([]);
});

it('has nothing open on a file server, which refuses that or gives it another name', function () {
    $harbour = new Harbour(['a.md' => '# A', 'b.md' => '# B']);
    $files = WorkspaceFiles::of($harbour->workspace, new LettingGo(MountTable::of("31 22 0:31 / / rw,relatime - cifs //store/share rw\n")));
    $harbour->put('.new', '# new');
    $files->replace('.new', 'a.md');
    $files->remove('b.md');

    expect(namesOfOpen($harbour->workspace->root))->toBe([])->and($harbour->read('a.md'))->toBe('# new');
});

it('leaves half of what a process may have open to everything else', function () {
    $harbour = new Harbour(array_fill_keys(array_map(static fn (int $n): string => "{$n}.md", range(1, 30)), '# old'));
    $files = WorkspaceFiles::of($harbour->workspace, $lettingGo = new LettingGo(null, 40));
    foreach (range(1, 30) as $n) {
        $files->remove("{$n}.md");
    }

    expect(namesOfOpen($harbour->workspace->root))->toHaveCount(20)->and($lettingGo->isFor(0, '/'))->toBeFalse();
});
