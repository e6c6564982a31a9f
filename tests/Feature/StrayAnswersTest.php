<?php

declare(strict_types=1);

use Hafenbuch\Core\Plan\Decision;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour([
        'book.md' => '![drum](old-scans/drum.png) ![pen](old-scans/pen.png) [one](chapters/one.md) [away](/srv/nothing.md)', 'chapters/one.md' => '![pen](../old-scans/pen.png)', 'notes.md' => '![x](x.png)',
        'old-scans/drum.png' => 'the drum', 'old-scans/pen.png' => 'the pen', 'lonely.png' => 'lonely', 'scraps/more.png' => 'more',
    ]);
    $this->actingAs($this->harbour->owner);
    rename("{$this->harbour->root}/old-scans", "{$this->harbour->root}/scans");
    $this->harbour->scan();
});

it('shows strays in groups, those of a document, of what is open, by name', function () {
    $all = api('GET', 'strays')->assertOk()->json();
    expect($all['counts'])->toBe(['missing' => 4, 'outside' => 1, 'web' => 0, 'device' => 0, 'link' => 0, 'accepted' => 0])
        ->and($all['groups'][0])->toBe(['kind' => 'missing', 'folder' => 'old-scans', 'elsewhere' => null, 'files' => 2, 'references' => 3]);
    $group = api('GET', 'strays/group?kind=missing&folder=old-scans')->assertOk()->json();
    expect(array_column($group, 'references', 'missing'))->toBe(['old-scans/drum.png' => 1, 'old-scans/pen.png' => 2])->and($group[0]['candidates'][0])->toMatchArray(['path' => 'scans/drum.png', 'sure' => true]);

    expect(api('GET', 'strays?of='.$this->harbour->document('chapters/one.md')->id)->json('counts.missing'))->toBe(1)
        ->and(api('GET', 'strays?of='.$this->harbour->document('book.md')->id)->json('counts.missing'))->toBe(3)
        ->and(api('GET', 'strays?open=1')->json('counts.missing'))->toBe(0)
        ->and(api('GET', 'strays?find=PEN')->json('groups.0.files'))->toBe(1);
    api('POST', 'quay', ['documents' => [$this->harbour->document('notes.md')->id]]);
    expect(api('GET', 'strays?open=1')->json('counts.missing'))->toBe(1)->and(api('GET', 'strays?open=true')->json('counts.missing'))->toBe(1)->and(api('GET', 'strays?open=false&accepted=false')->assertOk()->json('counts.missing'))->toBe(4);
    api('GET', 'strays?open=perhaps')->assertStatus(422);
    api('GET', 'strays?accepted[]=1')->assertStatus(422);
});

it('plans one answer for many, and carries out only the plan that was read', function () {
    $wish = ['folders' => [['from' => 'old-scans', 'to' => 'scans']]];
    $plan = api('POST', 'relink/plan', $wish)->assertOk()->json();
    expect(array_column($plan['lines'], 'path'))->toEqualCanonicalizing(['book.md', 'chapters/one.md'])->and($plan['act'])->toBe('relink');
    $this->harbour->put('chapters/one.md', '![pen](../old-scans/pen.png) changed');
    $this->harbour->scan();
    api('POST', 'relink', [...$wish, 'fingerprint' => $plan['fingerprint']])->assertStatus(409)->assertJsonPath('now.act', 'undo');
    $plan = api('POST', 'relink/plan', $wish)->json();
    $entry = api('POST', 'relink', [...$wish, 'fingerprint' => $plan['fingerprint']])->assertOk()->json();
    expect($this->harbour->read('chapters/one.md'))->toBe('![pen](../scans/pen.png) changed')->and($entry['words'] ?? $entry['what'] ?? '')->toContain('Led references elsewhere');
    api('POST', 'relink/plan', ['answers' => [['missing' => 'x.png']]])->assertStatus(422);
    api('POST', 'relink/plan', ['answers' => [['missing' => 'x.png', 'to' => '../../etc/passwd']]])->assertStatus(422);
});

it('goes round documents that others hold', function () {
    $other = $this->harbour->member('Jannes');
    $this->actingAs($other);
    api('POST', 'documents/'.$this->harbour->document('chapters/one.md')->id.'/lock')->assertOk();
    $this->actingAs($this->harbour->owner);
    $blocked = api('POST', 'relink/plan', ['sure' => true])->json();
    expect($blocked['blockers'][0]['message'])->toContain('Jannes has locked it');
});

it('lets a stray be, and calls that back', function () {
    api('POST', 'strays/accept', ['missing' => ['/srv/nothing.md', 'x.png'], 'reason' => 'kept at the archive'])->assertNoContent();
    expect(api('GET', 'strays')->json('counts'))->toMatchArray(['missing' => 3, 'outside' => 0, 'accepted' => 2])
        ->and(api('GET', 'strays/group?kind=outside&folder=/srv&accepted=1')->json('0.accepted'))->toBe('kept at the archive');
    api('POST', 'strays/accept', ['missing' => ['x.png'], 'reason' => null])->assertNoContent();
    expect(api('GET', 'strays')->json('counts.accepted'))->toBe(1);
});

it('brings back what a file held, as a new document in its place', function () {
    app(App\Saving\Execution::class)->save($this->harbour->workspace, $this->harbour->owner, [$this->harbour->document('chapters/one.md')->id => Decision::delete(['book.md'])], null, null);
    $stray = api('GET', 'strays/group?kind=missing&folder=chapters')->json('0');
    expect($stray)->toMatchArray(['missing' => 'chapters/one.md', 'isKept' => true, 'why' => 'Entry 1 took it away.']);
    config(['limits.content' => 10]);
    api('POST', 'strays/past', ['missing' => 'chapters/one.md'])->assertStatus(422)->assertSee('larger than a draft may be');
    config(['limits.content' => 64 * 1024 * 1024]);
    $id = api('POST', 'strays/past', ['missing' => 'chapters/one.md'])->assertOk()->json('id');
    expect($this->harbour->workingText('chapters/one.md'))->toBe('![pen](../old-scans/pen.png)')->and($this->harbour->document('chapters/one.md')->id)->toBe($id);
    api('POST', 'strays/past', ['missing' => 'x.png'])->assertStatus(422)->assertSee('Nothing is kept');
});

it('tells what nothing refers to, from where people start, and lets some stay', function () {
    $paths = fn (array $body): array => array_column(api('POST', 'unused', $body)->assertOk()->json(), 'path');
    expect($paths(['from' => ['book.md']]))->toBe(['lonely.png', 'notes.md', 'scans/drum.png', 'scans/pen.png', 'scraps/more.png'])
        ->and($paths([]))->toBe($paths(['from' => ['book.md']]))->and($paths(['from' => ['book.md', 'scans', 'notes.md']]))->toBe(['lonely.png', 'scraps/more.png']);
    api('POST', 'unused/stay', ['paths' => ['lonely.png'], 'stays' => true])->assertOk();
    expect($paths([]))->toBe(['scraps/more.png'])->and($paths(['withStaying' => true]))->toContain('lonely.png');
    api('POST', 'unused', ['from' => ['not there.md']])->assertStatus(422)->assertSee('to start from');

    $said = $this->harbour->command('unused', ['--from', 'book.md', 'scans', '--json'])['json'];
    expect($said)->toBe([['path' => 'notes.md', 'bytes' => 11], ['path' => 'scraps/more.png', 'bytes' => 4]]);
});

it('lists, plans and takes in what lies outside', function () {
    $library = config('hafenbuch.roots')[0].'/library-'.bin2hex(random_bytes(5));
    mkdir($library);
    file_put_contents("{$library}/map.png", 'a map');
    $this->harbour->put('notes.md', "![map]({$library}/map.png) ![none]({$library}/none.png)");
    $this->harbour->scan();
    $of = ['of' => $this->harbour->document('notes.md')->id];
    $list = api('POST', 'take-in/list', $of)->assertOk()->json();
    expect($list['rows'])->toHaveCount(1)->and($list['rows'][0])->toMatchArray(['path' => "{$library}/map.png", 'to' => 'taken-in/map.png', 'kind' => 'picture', 'references' => 1, 'size' => 5])->and($list['refused'])->toHaveCount(1);
    $wish = [...$of, 'choices' => [['kind' => 'picture', 'folder' => 'maps']]];
    $plan = api('POST', 'take-in/plan', $wish)->assertOk()->json();
    $done = api('POST', 'take-in', [...$wish, 'fingerprint' => $plan['fingerprint']])->assertOk()->json();
    expect($done)->toMatchArray(['taken' => 1, 'inside' => 1])->and($done['outside'][0]['why'])->toBe('There is no file.')->and($this->harbour->read('maps/map.png'))->toBe('a map');
    api('POST', 'take-in/plan', ['choices' => [['kind' => 'nonsense']]])->assertStatus(422);
    api('POST', 'take-in/plan', ['choices' => [['path' => 'x', 'folder' => '../out']]])->assertStatus(422);
    changeSettings(['incoming' => ['rules' => [['where' => 'nonsense']]]])->assertStatus(422);
    changeSettings(['incoming' => ['rules' => [['kind' => 'sound', 'where' => 'folder', 'folder' => 'sounds']], 'ours' => ['not absolute']]])->assertStatus(422);
    changeSettings(['incoming' => ['rules' => [['kind' => 'sound', 'where' => 'folder', 'folder' => 'sounds']], 'ours' => ['/srv/ours/']]])->assertOk()->assertJsonPath('incoming.ours.0', '/srv/ours');
});

it('lets one of two people mend the same strays, and shows the other what is left', function () {
    $other = $this->harbour->member('Jannes');
    $mine = api('POST', 'relink/plan', ['sure' => true])->json();
    $this->actingAs($other);
    $theirs = api('POST', 'relink/plan', ['folders' => [['from' => 'old-scans', 'to' => 'scans']]])->json();
    api('POST', 'relink', ['folders' => [['from' => 'old-scans', 'to' => 'scans']], 'fingerprint' => $theirs['fingerprint']])->assertOk();
    $this->actingAs($this->harbour->owner);
    $late = api('POST', 'relink', ['sure' => true, 'fingerprint' => $mine['fingerprint']])->assertStatus(409)->json();
    expect($late['planned']['lines'])->not->toBe([])->and($late['now']['lines'])->toBe([])
        ->and(api('POST', 'relink', ['folders' => [['from' => 'old-scans', 'to' => 'scans']], 'fingerprint' => $mine['fingerprint']])->assertStatus(422)->json('detail'))->toContain('misses anything');
});

it('shows what names nothing, and names that only another file system has', function () {
    $this->harbour->put('notes.md', "![a](bad%FFname.png) ![b](CHAPTERS/One.MD) ![c](C:/scans/x.png) ![d](cafe\u{301}.png)");
    $this->harbour->put("caf\u{E9}.png", 'coffee');
    $this->harbour->scan();
    $why = [];
    foreach (api('GET', 'strays?of='.$this->harbour->document('notes.md')->id)->json('groups') as $group) {
        foreach (api('GET', 'strays/group?kind='.$group['kind'].'&folder='.urlencode($group['folder']))->json() as $stray) {
            $why[$stray['missing']] = $stray['why'].' '.($stray['candidates'][0]['path'] ?? '');
        }
    }
    expect($why['bad%FFname.png'])->toContain('can name no file')->and($why['CHAPTERS/One.MD'])->toContain('letter case')->toContain('chapters/one.md')
        ->and($why["cafe\u{301}.png"])->toContain("caf\u{E9}.png")->and($why['C:/scans/x.png'])->toContain('outside');
});
