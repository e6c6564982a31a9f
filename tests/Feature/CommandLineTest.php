<?php

declare(strict_types=1);

use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour([
        'book.md' => "# Book\n\n[one](one.md) ![panel](panel.svg) [gone](gone.md)\n",
        'one.md' => "# One\n",
        'panel.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><title>Panel</title></svg>',
        'notes.txt' => 'text',
    ]);
    $this->run = fn (string $command, string ...$arguments): array => $this->harbour->command($command, [...$arguments, '--json']);
});

it('tells one whole story, as other programs read it', function () {
    $harbour = $this->harbour;
    $before = $harbour->hashes();

    $scan = ($this->run)('scan');
    expect($scan['code'])->toBe(0)
        ->and(array_keys($scan['json']))->toBe(['files', 'changed', 'references', 'strays', 'seconds'])
        ->and([$scan['json']['files'], $scan['json']['changed'], $scan['json']['references'], $scan['json']['strays']])->toBe([4, 0, 3, 1]);

    $draft = $harbour->command('draft', ['one.md', '--from', '-', '--json'], "# One, longer\n\n[new](new.md)\n");
    expect($draft['json'])->toBe(['path' => 'one.md', 'content' => 'modified', 'revision' => 1]);
    $harbour->command('draft', ['new.md', '--from', '-'], "# New\n");

    $status = array_column(($this->run)('status')['json'], null, 'path');
    expect(array_keys($status['one.md']))->toBe(['path', 'title', 'format', 'content', 'below', 'file', 'access'])
        ->and($status['one.md'])->toMatchArray(['title' => 'One, longer', 'format' => 'Markdown', 'content' => 'modified', 'below' => 'unsettled', 'file' => 'there', 'access' => 'writable'])
        ->and($status['new.md'])->toMatchArray(['content' => 'new', 'below' => 'settled', 'file' => null])
        ->and($status['book.md']['below'])->toBe('stray')
        ->and($status)->not->toHaveKey('notes.txt')
        ->and(array_column(($this->run)('status', '--all')['json'], 'path'))->toBe(['book.md', 'new.md', 'notes.txt', 'one.md', 'panel.svg']);

    $plan = ($this->run)('plan', '--save', 'one.md')['json'];
    expect(array_keys($plan))->toBe(['fingerprint', 'lines', 'warnings', 'blockers'])
        ->and($plan['lines'])->toBe([
            ['path' => 'new.md', 'action' => 'create', 'before' => null, 'after' => hash('sha256', "# New\n"), 'reason' => 'needed by one.md'],
            ['path' => 'one.md', 'action' => 'write', 'before' => $before['one.md'], 'after' => hash('sha256', "# One, longer\n\n[new](new.md)\n"), 'reason' => 'you asked'],
        ]);

    $save = ($this->run)('save', '--save', 'one.md', '--note', 'longer', '--fingerprint', $plan['fingerprint']);
    expect($save['code'])->toBe(0)->and($save['json'])->toBe(['entry' => 1, 'lines' => $plan['lines']]);
    $after = $harbour->hashes();
    expect(array_diff_assoc($after, $before))->toBe(['new.md' => $plan['lines'][0]['after'], 'one.md' => $plan['lines'][1]['after']]);

    $log = ($this->run)('log')['json'];
    expect(array_keys($log[0]))->toBe(['entry', 'kind', 'person', 'at', 'note', 'state', 'lines'])
        ->and($log[0])->toMatchArray(['entry' => 1, 'kind' => 'save', 'person' => $harbour->owner->email, 'note' => 'longer', 'state' => 'done']);

    expect(($this->run)('undo', '1')['code'])->toBe(0)
        ->and($harbour->hashes())->toBe($before)
        ->and(array_column(($this->run)('status')['json'], 'content', 'path'))->toMatchArray(['new.md' => 'new', 'one.md' => 'modified']);

    expect(($this->run)('recover')['json'])->toBe(['entries' => []]);
});

it('shows references from either end', function () {
    $own = ($this->run)('references', 'book.md')['json'];
    expect($own)->toHaveCount(3)
        ->and($own[0])->toBe(['path' => 'book.md', 'kind' => 'link', 'offset' => 14, 'length' => 6, 'raw' => 'one.md', 'target' => 'one.md', 'state' => 'document'])
        ->and($own[2]['state'])->toBe('stray')
        ->and(array_column(($this->run)('references', 'panel.svg', '--to')['json'], 'path'))->toBe(['book.md']);
});

it('takes in the scopes', function () {
    $this->harbour->draft('panel.svg', '<svg xmlns="http://www.w3.org/2000/svg"/>');
    $this->harbour->draft('notes.txt', 'other');
    $paths = fn (string ...$options): array => array_column(($this->run)('plan', ...$options)['json']['lines'], 'path');

    expect($paths('--with-below', 'book.md'))->toBe(['panel.svg'])
        ->and($paths('--everything'))->toEqualCanonicalizing(['panel.svg', 'notes.txt'])
        ->and($paths())->toBe([]);
});

it('drops a draft, and the logbook brings it back', function () {
    $this->harbour->draft('one.md', 'changed');

    expect(($this->run)('discard', 'one.md')['json'])->toBe(['path' => 'one.md', 'content' => 'as saved'])
        ->and(($this->run)('discard', 'one.md')['code'])->toBe(1)
        ->and(($this->run)('undo', '1')['code'])->toBe(0)
        ->and($this->harbour->document('one.md')->draft?->hash)->toBe(hash('sha256', 'changed'));
});

it('refuses with 1 and a reason, and one JSON value', function (array $arguments, string $reason) {
    $result = ($this->run)(...$arguments);

    expect($result['code'])->toBe(1)
        ->and($result['err'])->toContain($reason)
        ->and($result['json'])->toHaveKey('refused');
})->with([
    [['plan', '--save', 'nowhere.md'], 'There is no document nowhere.md'],
    [['plan', '--save', '../outside.md'], 'leads out of the workspace'],
    [['undo', '99'], 'no entry 99'],
    [['plan', '--as', 'stranger@greetholm.example'], 'is no member'],
    [['draft', 'x.md', '--from', '/nowhere'], 'cannot be read'],
]);

it('refuses a save whose plan has moved on', function () {
    $this->harbour->draft('one.md', 'first');
    $fingerprint = ($this->run)('plan', '--save', 'one.md')['json']['fingerprint'];
    $this->harbour->draft('one.md', 'second');
    $result = ($this->run)('save', '--save', 'one.md', '--fingerprint', $fingerprint);

    expect($result['code'])->toBe(1)
        ->and($result['json']['plan']['lines'][0]['after'])->toBe(hash('sha256', 'second'))
        ->and($this->harbour->read('one.md'))->toBe("# One\n");
});

it('answers wrong usage with 2', function (array $arguments) {
    expect($this->harbour->command(...$arguments)['code'])->toBe(2);
})->with([
    [['frobnicate']],
    [['references']],
    [['plan', ['--no-such-option']]],
    [['draft', ['x.md']]],
]);

it('registers a folder only inside the allowed roots', function () {
    $add = function (string $name, string $folder): array {
        $process = new Symfony\Component\Process\Process([PHP_BINARY, base_path('bin/hafenbuch'), 'workspace:add', $name, $folder, '--json']);
        $process->run();

        return [$process->getExitCode(), json_decode($process->getOutput(), true), $process->getErrorOutput()];
    };
    $folder = config('hafenbuch.roots')[0].'/fresh-'.bin2hex(random_bytes(4));
    mkdir($folder);

    expect($add('Fresh '.basename($folder), $folder)[1])->toBe(['name' => 'Fresh '.basename($folder), 'root' => $folder])
        ->and($add('Other', '/etc')[0])->toBe(1)
        ->and($add('Other', '/etc')[2])->toContain('outside the folders')
        ->and($add('Other', $folder)[2])->toContain('overlaps');
});
