<?php

declare(strict_types=1);

use Hafenbuch\Core\Document\OnDisk;
use Hafenbuch\Core\Plan\Arrival;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Plan\Relinking;
use Hafenbuch\Core\Reference\Address;
use Hafenbuch\Core\Tests\Support\MemoryContents;
use Hafenbuch\Core\Tests\Support\Work\References;

beforeEach(fn () => mt_srand((int) (getenv('HAFENBUCH_SEED') ?: 1853)));

it('leads references elsewhere in files and in drafts, and says why', function () {
    $work = (new MemoryContents)->saved('a/one.md', '[x](../lost.png) [y](y.md)', '[x](../lost.png) [y](y.md) more')->saved('two.md', '[x](lost.png#part)')->saved('new/x.png', 'x')->saved('a/y.md', 'y');
    $plan = $work->plan([], new Relinking(['lost.png' => 'new/x.png']));

    expect($plan->isBlocked())->toBeFalse()->and($plan->warnings)->toBe([])->and($work->told($plan))->toBe([
        'a/one.md' => 'write, its references to lost.png now lead to new/x.png: [x](../new/x.png) [y](y.md)',
        'two.md' => 'write, its references to lost.png now lead to new/x.png: [x](new/x.png#part)',
    ])->and($plan->contents[(string) $work->line($plan, 'a/one.md')->draftAfter])->toBe('[x](../new/x.png) [y](y.md) more');
});

it('leads addresses elsewhere, each in the manner of its place', function (string $path, string $before, array $leads, string $after) {
    $work = (new MemoryContents)->saved($path, $before)->saved('p/x y.png', 'x');
    $plan = $work->plan([], new Relinking($leads));

    expect($plan->isBlocked())->toBeFalse()->and($plan->contents[(string) $work->line($plan, $path)->after])->toBe($after);
})->with([
    'out of the workspace, relative' => ['a/b.md', '[x](../../else/x%20y.png?v=1#p)', [Address::end('/else/x y.png') => 'p/x y.png'], '[x](../p/x%20y.png?v=1#p)'],
    'absolute' => ['a/b.md', '[x](/else/x.png) [z](/else/z.png)', [Address::end('/else/x.png') => 'p/x y.png'], '[x](../p/x%20y.png) [z](/else/z.png)'],
    'a file address' => ['a.svg', '<svg><image href="file:///else/x.png"/></svg>', [Address::end('/else/x.png') => 'p/x y.png'], '<svg><image href="p/x%20y.png"/></svg>'],
    'to another place outside' => ['a.svg', '<svg><image href="file:///else/x.png"/></svg>', [Address::end('/else/x.png') => Address::end('/other/x y.png')], '<svg><image href="file:///other/x%20y.png"/></svg>'],
    'from inside out' => ['a/b.md', '[x](x.png)', ['a/x.png' => Address::end('/else/x.png')], '[x](../../else/x.png)'],
    'the web' => ['b.md', '[x](https://example.org/x?y=1#z)', [Address::end('https://example.org/x?y=1') => 'p/x y.png'], '[x](p/x%20y.png)'],
    'a drive of another system' => ['b.md', '[x](C:/else/x.png)', [Address::end('C:/else/x.png') => 'p/x y.png'], '[x](p/x%20y.png)'],
    'a plain path' => ['b.m3u', "#EXTM3U\n/else/x.png\n", [Address::end('/else/x.png') => 'p/x y.png'], "#EXTM3U\np/x y.png\n"],
    'a device' => ['b.m3u', "#EXTM3U\ndevice:camera/bridge?gain=2\n", [Address::end('device:camera/bridge') => Address::end('device:camera/spare')], "#EXTM3U\ndevice:camera/spare?gain=2\n"],
    'one of several' => ['b.x3d', "<X3D><Scene><AudioClip url='\"device:microphone/a\" \"x.wav\"'/></Scene></X3D>", [Address::end('device:microphone/a') => Address::end('device:microphone/b')], "<X3D><Scene><AudioClip url='\"device:microphone/b\" \"x.wav\"'/></Scene></X3D>"],
    'nowhere' => ['a.svg', '<svg><image href="gone.png"/><image href="p/x%20y.png"/></svg>', ['gone.png' => Address::NOWHERE], '<svg><image href="p/x%20y.png"/></svg>'],
]);

it('knows devices in every format that takes an address', function (string $path, string $content) {
    expect(References::elsewhere($path, $content))->toContain(Address::end('device:camera/bridge'));
})->with([
    ['a.md', '[x](device:camera/bridge)'], ['a.html', '<video src="device:camera/bridge"></video>'], ['a.svg', '<svg><image href="device:camera/bridge"/></svg>'],
    ['a.x3d', "<X3D><Scene><MovieTexture url='\"device:camera/bridge\"'/></Scene></X3D>"], ['a.m3u', "device:camera/bridge\n"], ['a.m3u8', "#EXTM3U\n#EXT-X-VERSION:3\ndevice:camera/bridge\n"],
    ['a.xspf', '<playlist version="1" xmlns="http://xspf.org/ns/0/"><trackList><track><location>device:camera/bridge</location></track></trackList></playlist>'],
    ['a.otio', '{"OTIO_SCHEMA":"Timeline.1","tracks":{"OTIO_SCHEMA":"Stack.1","children":[{"OTIO_SCHEMA":"Track.1","children":[{"OTIO_SCHEMA":"Clip.1","media_reference":{"OTIO_SCHEMA":"ExternalReference.1","target_url":"device:camera/bridge"}}]}]}}'],
]);

it('takes files in, with what they refer to written for their new place', function () {
    $work = (new MemoryContents)->saved('book.md', '[arm](/else/parts/arm.svg) [away](/far/x.md)');
    $arm = '<svg><image href="steel.png"/><image href="../../w/book.md"/><image href="/far/y.png"/></svg>';
    $plan = $work->plan([], new Relinking([Address::end('/else/parts/arm.svg') => 'in/arm.svg', Address::end('/else/parts/steel.png') => 'in/steel.png'], [
        new Arrival('/else/parts/arm.svg', 'in/arm.svg', $work->keep($arm), ends: References::elsewhere('/else/parts/arm.svg', $arm)), new Arrival('/else/parts/steel.png', 'in/steel.png', $work->keep('steel')),
    ]));

    expect($plan->isBlocked())->toBeFalse()->and($work->told($plan))->toBe([
        'in/arm.svg' => 'create, taken in from /else/parts/arm.svg: <svg><image href="steel.png"/><image href="../book.md"/><image href="/far/y.png"/></svg>',
        'in/steel.png' => 'create, taken in from /else/parts/steel.png: steel',
        'book.md' => 'write, its references to /else/parts/arm.svg now lead to in/arm.svg: [arm](in/arm.svg) [away](/far/x.md)',
    ]);
});

it('is stopped by a path that cannot be had, and by an end that is not there', function () {
    $work = (new MemoryContents)->saved('book.md', '[x](/else/x.png) [y](y.png)')->saved('in/x.png', 'other');
    $taken = $work->plan([], new Relinking([Address::end('/else/x.png') => 'in/x.png'], [new Arrival('/else/x.png', 'in/x.png', $work->keep('x'))]));
    $bad = $work->plan([], new Relinking([], [new Arrival('/else/x.png', '.git/hooks/x.png', $work->keep('x'))]));
    $folder = (new MemoryContents)->saved('book.md', 'x')->looking('in', OnDisk::folder());
    $nothing = $work->plan([], new Relinking(['y.png' => 'nowhere.png']));

    expect($taken->blockers[0]->message)->toContain('file here already')->and($bad->isBlocked())->toBeTrue()
        ->and($folder->plan([], new Relinking([], [new Arrival('/else/in', 'in', $folder->keep('x'))]))->blockers[0]->message)->toContain('A folder has this name')
        ->and($nothing->blockers[0]->message)->toContain('There is no document here, so y.png cannot be found here');
});

it('rewrites only the documents that it is about', function () {
    $work = (new MemoryContents)->saved('a.md', '[x](lost.png)')->saved('b.md', '[x](lost.png)')->saved('x.png', 'x');
    $plan = $work->plan([], new Relinking(['lost.png' => 'x.png'], documents: ['b.md']));

    expect(array_keys($work->told($plan)))->toBe(['b.md']);
});

it('goes along with moves in the same plan', function () {
    $work = (new MemoryContents)->saved('a.md', '[x](lost.png)')->saved('x.png', 'x');
    $plan = $work->plan(['x.png' => Decision::move('pictures/x.png'), 'a.md' => Decision::move('texts/a.md')], new Relinking(['lost.png' => 'x.png']));

    expect($work->told($plan)['texts/a.md'])->toContain('[x](../pictures/x.png)');
});

it('keeps leading outside from wherever a document is moved to', function () {
    $work = (new MemoryContents)->saved('a.md', '[x](../else/x.png) [abs](/else/x.png) [w](https://example.org/) [d](device:camera/a)');

    expect($work->told($work->plan(['a.md' => Decision::move('b/c/a.md')]))['b/c/a.md'])->toContain('[x](../../../else/x.png) [abs](/else/x.png) [w](https://example.org/) [d](device:camera/a)');
});

it('changes no byte outside of references, whatever is led where', function () {
    for ($round = 0; $round < 300; $round++) {
        $names = ['x.png', 'a/ü.png', 'lost/y z.png', '../out/o.png', '/abs/p.png', 'https://example.org/q', 'device:camera/r'];
        $raws = array_map(static fn (): string => $names[mt_rand(0, 6)], range(1, 6));
        $path = ['d.md', 'a/d.svg', 'a/b/d.html'][$round % 3];
        $written = array_map(static fn (string $raw): string => str_starts_with($raw, '/') || str_contains($raw, ':') ? $raw : str_repeat('../', substr_count($path, '/')).implode('/', array_map(rawurlencode(...), explode('/', $raw))), $raws);
        $before = match ($round % 3) {
            0 => implode(" text\n", array_map(static fn (string $raw): string => "[x]({$raw})", $written)),
            1 => '<svg>'.implode("\n", array_map(static fn (string $raw): string => "<image href='{$raw}'/>", $written)).'</svg>',
            default => '<p>'.implode('<br>', array_map(static fn (string $raw): string => "<img src={$raw} alt=\"\">", $written)),
        };
        $ends = array_values(array_unique([...References::files($path, $before), ...References::elsewhere($path, $before)]));
        $work = (new MemoryContents)->saved($path, $before)->saved('t/target one.png', 't');
        $leads = [];
        foreach ($ends as $end) {
            if (mt_rand(0, 1) === 1) {
                $leads[$end] = ['t/target one.png', Address::end('/other/place.png'), Address::end('device:camera/s')][mt_rand(0, 2)];
            }
        }
        $plan = $work->plan([], new Relinking($leads));
        $after = $plan->lines === [] ? $before : $plan->contents[(string) $plan->lines[0]->after] ?? $before;
        expect(References::rest($path, $after))->toBe(References::rest($path, $before));
        $resolved = static fn (string $bytes): array => array_map(static fn ($site): ?string => (new Hafenbuch\Core\Reference\Resolver('/w'))->resolve($path, $site->raw, $site->style)->end(), Hafenbuch\Core\Format\FormatRegistry::standard()->read($path, $bytes)->references);
        expect($resolved($after))->toBe(array_map(static fn (?string $end): ?string => $leads[(string) $end] ?? $end, $resolved($before)));
    }
});
