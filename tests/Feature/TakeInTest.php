<?php

declare(strict_types=1);

use App\Models\User;
use App\Saving\Undoing;
use App\TakeIn\TakeIn;
use App\TakeIn\TakeInWish;
use App\TakeIn\TakenIn;
use App\Workspace\Settings;
use Hafenbuch\Core\Write\FileChanged;
use Tests\Support\Harbour;

function taking(Harbour $harbour, ?TakeInWish $wish = null, ?User $person = null): TakenIn
{
    return app(TakeIn::class)->carryOut($harbour->workspace, $person ?? $harbour->owner, $wish ?? new TakeInWish, null);
}

beforeEach(function () {
    // A folder beside the workspaces, in the same root, that is none.
    $this->library = config('hafenbuch.roots')[0].'/library-'.bin2hex(random_bytes(5));
    mkdir("{$this->library}/parts", 0o777, true);
    $this->place = function (string $path, string $content): string {
        @mkdir(dirname("{$this->library}/{$path}"), 0o777, true);
        file_put_contents("{$this->library}/{$path}", $content);

        return "{$this->library}/{$path}";
    };
    ($this->place)('drum.png', 'the drum');
    ($this->place)('again/drum.png', 'the drum');
    ($this->place)('parts/arm.svg', '<svg xmlns="http://www.w3.org/2000/svg"><image href="steel.png"/><image href="../drum.png"/><a href="https://example.org/"/></svg>');
    ($this->place)('parts/steel.png', 'steel');
    $name = basename($this->library);
    $this->harbour = new Harbour([
        'book/one.md' => "![drum](../../{$name}/drum.png) ![again](../../{$name}/again/drum.png#x) [arm]({$this->library}/parts/arm.svg) [none](../../{$name}/none.png) [etc](/etc/hostname)",
        'book/two.md' => "![drum](file://{$this->library}/drum.png)",
    ]);
});

it('copies each file once, with what it refers to, leads all references there, and finds nothing to do again', function () {
    $before = $this->harbour->hashes();
    $done = taking($this->harbour);

    expect($done->taken)->toBe(3)->and($done->inside)->toBe(4)
        ->and($this->harbour->read('book/one.md'))->toBe('![drum](../taken-in/drum.png) ![again](../taken-in/drum.png#x) [arm](../taken-in/arm.svg) [none](../../'.basename($this->library).'/none.png) [etc](/etc/hostname)')
        ->and($this->harbour->read('book/two.md'))->toBe('![drum](../taken-in/drum.png)')
        ->and($this->harbour->read('taken-in/arm.svg'))->toContain('href="steel.png"')->toContain('href="drum.png"')->toContain('href="https://example.org/"')
        ->and($this->harbour->read('taken-in/steel.png'))->toBe('steel')
        ->and(array_column($done->outside, 'why', 'raw'))->toEqual(['../../'.basename($this->library).'/none.png' => 'There is no file.', '/etc/hostname' => 'It lies where nothing may be taken from: neither in a workspace of yours nor in a folder of HAFENBUCH_ROOTS.'])
        ->and($done->entry?->kind)->toBe('take in')->and(file_get_contents("{$this->library}/drum.png"))->toBe('the drum');
    $again = taking($this->harbour);
    expect($again->entry)->toBeNull()->and($again->taken)->toBe(0)->and($again->outside)->toHaveCount(2);

    app(Undoing::class)->undo($this->harbour->workspace, $this->harbour->owner, $done->entry, null);
    expect($this->harbour->hashes())->toBe($before);
});

it('uses what is there, and gives another name where it must', function () {
    $this->harbour->put('pictures/old.png', 'the drum');
    $this->harbour->put('taken-in/steel.png', 'another steel');
    $this->harbour->scan();
    $done = taking($this->harbour);

    expect($done->taken)->toBe(2)->and($this->harbour->read('book/two.md'))->toBe('![drum](../pictures/old.png)')
        ->and($this->harbour->read('taken-in/arm.svg'))->toContain('href="steel-2.png"')->toContain('href="../pictures/old.png"')
        ->and($this->harbour->read('taken-in/steel.png'))->toBe('another steel');
});

it('goes by the rules of the workspace and by what is chosen', function () {
    Settings::of($this->harbour->workspace)->set(['incoming' => App\Workspace\IncomingReader::checked(['rules' => [['kind' => 'picture', 'where' => 'beside'], ['where' => 'folder', 'folder' => '/media/']], 'ours' => ["{$this->library}/parts/"]])], App\Workspace\By::commandLine($this->harbour->owner));
    $one = taking($this->harbour, new TakeInWish([$this->harbour->document('book/two.md')->id]));
    expect($this->harbour->read('book/two.md'))->toBe('![drum](drum.png)')->and($this->harbour->read('book/drum.png'))->toBe('the drum')->and($one->outside)->toBe([]);
    $rest = taking($this->harbour, new TakeInWish(choices: [['path' => "{$this->library}/again/drum.png", 'stays' => true]]));
    expect($rest->taken)->toBe(0)->and($this->harbour->read('book/one.md'))->toContain('![drum](drum.png)')->toContain('/again/drum.png#x')->toContain('/parts/arm.svg')
        ->and(array_column($rest->outside, 'why'))->toContain('It stays where it is, as the workspace’s rules or you have it.');
});

it('reads nothing that may not be read, whatever it is called', function (callable $address) {
    $other = new Harbour(['secret.png' => 'secret', '.env' => 'SECRET=1']);
    $this->harbour->put('book/two.md', '![x]('.$address($other, $this->library, $this->harbour).')');
    $this->harbour->scan();
    $done = taking($this->harbour, new TakeInWish([$this->harbour->document('book/two.md')->id]));

    expect($done->entry)->toBeNull()->and($done->taken)->toBe(0)->and($done->outside)->toHaveCount(1)
        ->and(array_filter($this->harbour->hashes(), static fn (string $hash): bool => in_array($hash, [hash('sha256', 'secret'), hash('sha256', 'SECRET=1')], true)))->toBe([]);
})->with([
    'another’s workspace' => [fn (Harbour $other): string => "{$other->root}/secret.png"],
    'through a link to a file' => [function (Harbour $other, string $library): string {
        symlink("{$other->root}/secret.png", "{$library}/link.png");

        return "{$library}/link.png";
    }],
    'through a link to a folder' => [function (Harbour $other, string $library): string {
        symlink($other->root, "{$library}/away");

        return "{$library}/away/secret.png";
    }],
    'by dots' => [fn (Harbour $other, string $library): string => "{$library}/parts/../../".basename($other->root).'/secret.png'],
    'settings' => [fn (Harbour $other, string $library): string => dirname(storage_path()).'/.env'],
    'hidden' => [function (Harbour $other, string $library): string {
        mkdir("{$library}/.git");
        file_put_contents("{$library}/.git/config", 'secret');

        return "{$library}/.git/config";
    }],
    'a folder' => [fn (Harbour $other, string $library): string => "{$library}/parts"],
    'contents of the store' => [fn (): string => storage_path('contents').'/x'],
]);

it('takes from another workspace of the person', function () {
    $other = new Harbour(['pen.png' => 'pen']);
    $other->workspace->members()->attach($this->harbour->owner->id, ['role' => 'writer']);
    $this->harbour->put('book/two.md', "![x]({$other->root}/pen.png)");
    $this->harbour->scan();

    expect(taking($this->harbour)->taken)->toBe(4)->and($this->harbour->read('taken-in/pen.png'))->toBe('pen')->and($this->harbour->read('book/two.md'))->toBe('![x](../taken-in/pen.png)');
});

it('takes nothing in where a source is another one by then', function () {
    // Nothing that the store has already.
    file_put_contents("{$this->library}/again/drum.png", 'drum '.bin2hex(random_bytes(9)));
    $list = app(TakeIn::class)->list($this->harbour->workspace, $this->harbour->owner, new TakeInWish);
    $relinking = Hafenbuch\Core\TakeIn\TakeInPlanner::relinking($list->rows);
    file_put_contents("{$this->library}/again/drum.png", 'changed!');
    $before = $this->harbour->hashes();

    expect(fn () => app(App\Saving\Execution::class)->save($this->harbour->workspace, $this->harbour->owner, [], null, null, null, $relinking))->toThrow(FileChanged::class)
        ->and($this->harbour->hashes())->toBe($before);
    unlink("{$this->library}/again/drum.png");
    expect(fn () => app(App\Saving\Execution::class)->save($this->harbour->workspace, $this->harbour->owner, [], null, null, null, $relinking))->toThrow(Hafenbuch\Core\Write\UnableToRead::class)
        ->and($this->harbour->hashes())->toBe($before);
});

it('says at a save what would be taken in, and what stays by the rules is no news', function () {
    $warnings = fn (): array => array_map(static fn (Hafenbuch\Core\Plan\Warning $one): string => $one->message, app(App\Saving\Planning::class)->plan($this->harbour->workspace, $this->harbour->owner, [$this->harbour->document('book/two.md')->id => Hafenbuch\Core\Plan\Decision::save()])->warnings);
    $this->harbour->draft('book/two.md', $this->harbour->read('book/two.md')."\nmore");
    expect($warnings())->toBe([]);
    $this->harbour->draft('book/two.md', $this->harbour->read('book/two.md')." ![arm]({$this->library}/parts/arm.svg)");
    expect($warnings())->toBe(["It refers to {$this->library}/parts/arm.svg outside of the workspace, which works only on this machine. By the workspace’s rules it would be taken in."]);
    Settings::of($this->harbour->workspace)->set(['incoming' => ['rules' => [], 'ours' => [$this->library]]], App\Workspace\By::commandLine($this->harbour->owner));
    expect($warnings())->toBe([]);
});

it('answers on the command line', function () {
    $plan = $this->harbour->command('take-in', ['--plan', '--json', '--of', 'book/two.md'])['json'];
    expect($plan)->toMatchArray(['entry' => null, 'taken' => 0, 'inside' => 0, 'outside' => []])->and(array_column($plan['lines'], 'reason', 'path'))->toBe(['taken-in/drum.png' => "taken in from {$this->library}/drum.png", 'book/two.md' => "its references to {$this->library}/drum.png now lead to taken-in/drum.png"]);
    $done = $this->harbour->command('take-in', ['--json']);
    expect($done['json'])->toMatchArray(['entry' => 1, 'taken' => 3, 'inside' => 4])->and($done['json']['outside'])->toHaveCount(2)->and($done['json']['lines'])->toHaveCount(5);
});

it('looks at no more files than it may, and says so', function () {
    config(['limits.taken_in' => 2]);
    $done = taking($this->harbour);
    expect($done->taken)->toBeLessThanOrEqual(2)->and(implode(' ', array_column($done->outside, 'why')))->toContain('More than 2 files');
});

it('takes in twice what it takes in once, whatever refers to whatever', function () {
    for ($round = 0; $round < 5; $round++) {
        $name = 'random-'.bin2hex(random_bytes(4));
        $library = config('hafenbuch.roots')[0]."/{$name}";
        $links = static fn (): string => implode(' ', array_map(static fn (): string => ['![p](p'.mt_rand(0, 5).'.png)', '[d](d'.mt_rand(0, 5).'.md)', '[s](sub/p'.mt_rand(0, 2).'.png)', '[up](../no.png)'][mt_rand(0, 3)], range(1, 4)));
        mkdir("{$library}/sub", 0o777, true);
        for ($n = 0; $n < 6; $n++) {
            file_put_contents("{$library}/p{$n}.png", 'picture '.mt_rand(0, 3));
            file_put_contents("{$library}/d{$n}.md", "# {$n}\n".$links());
            $n < 3 && file_put_contents("{$library}/sub/p{$n}.png", 'picture '.mt_rand(0, 3));
        }
        $harbour = new Harbour(['a/one.md' => "[x](../../{$name}/d0.md) ![y](../../{$name}/p1.png)", 'two.md' => "[x]({$library}/d1.md) [z](../{$name}/d0.md)"]);
        $before = $harbour->hashes();
        $once = taking($harbour);
        $after = $harbour->hashes();
        $twice = taking($harbour);
        expect($twice->entry)->toBeNull()->and($harbour->hashes())->toBe($after)->and(implode(' ', array_map($harbour->read(...), ['a/one.md', 'two.md'])))->not->toContain($name);
        app(Undoing::class)->undo($harbour->workspace, $harbour->owner, $once->entry, null);
        expect($harbour->hashes())->toBe($before);
    }
});

it('hashes many at once, and looks again at what changed in between', function () {
    $names = [];
    for ($n = 0; $n < 400; $n++) {
        $names[] = ($this->place)("many/{$n}.bin", "file {$n}");
        touch("{$this->library}/many/{$n}.bin", time() - 60);
    }
    $this->harbour->put('book/many.md', implode("\n", array_map(fn (string $path): string => "![x]({$path})", $names)));
    $this->harbour->scan();
    $done = taking($this->harbour, new TakeInWish([$this->harbour->document('book/many.md')->id]));
    expect($done->taken)->toBe(400)->and($this->harbour->read('taken-in/399.bin'))->toBe('file 399')->and($done->outside)->toBe([]);
});

/** As if it had been looked at long after it was written last. */
function lookedAtLongAgo(string $path): void
{
    $stat = App\Workspace\Files\FileStat::of(lstat($path) ?: throw new LogicException($path));
    Illuminate\Support\Facades\DB::table('known_sources')->upsert([['path_key' => App\Models\Document::key($path), 'stat' => $stat->signature, 'seen_at' => time() + 60, 'hash' => hash_file('sha256', $path), 'used_at' => now()->format('Y-m-d H:i:s.v')]], ['path_key'], ['stat', 'seen_at', 'hash']);
}

describe('a large file that nobody writes here', function () {
    beforeEach(function () {
        $this->film = random_bytes(80_000);
        $this->source = ($this->place)('film.bin', $this->film);
        lookedAtLongAgo($this->source);
        $this->harbour->put('book/film.md', "![film]({$this->source})");
        $this->harbour->scan();
        $this->wish = new TakeInWish([$this->harbour->document('book/film.md')->id]);
        $this->kept = fn (): bool => app(App\Workspace\Files\DiskContentStore::class)->has(hash('sha256', $this->film));
    });

    it('comes in once, and takes no room in the store until something is written over it', function () {
        $entry = taking($this->harbour, $this->wish)->entry;
        $document = $this->harbour->document('taken-in/film.bin');
        expect($this->harbour->read('taken-in/film.bin'))->toBe($this->film)->and(($this->kept)())->toBeFalse()
            ->and($document->size)->toBe(80_000)->and($document->versions()->count())->toBe(0)->and($entry->lines->firstWhere('path', 'taken-in/film.bin')->after_size)->toBe(80_000);
        // Nobody misses it there.
        $required = array_filter(iterator_to_array(app(App\Past\Store\Roots::class)->all(), false), fn (App\Past\Store\Root $root): bool => $root->hash === $document->saved_hash && $root->isRequired);
        expect($required)->toBe([]);

        // What is written over it keeps it first, as of any file that was found.
        app(App\Drafts\DraftDesk::class)->write($document->setRelation('workspace', $this->harbour->workspace), 'cut', $this->harbour->owner, null);
        $this->harbour->saveAll();
        expect(($this->kept)())->toBeTrue()->and($document->versions()->orderBy('number')->pluck('note', 'number')->all())->toBe([0 => 'as found', 1 => null]);
    });

    it('is taken back and put back like any other', function () {
        $before = $this->harbour->hashes();
        $entry = taking($this->harbour, $this->wish)->entry;
        $after = $this->harbour->hashes();
        $undo = app(Undoing::class)->undo($this->harbour->workspace, $this->harbour->owner, $entry, null);
        expect($this->harbour->hashes())->toBe($before)->and(($this->kept)())->toBeTrue();
        unlink($this->source);
        app(Undoing::class)->undo($this->harbour->workspace, $this->harbour->owner, $undo, null);
        expect($this->harbour->hashes())->toBe($after);
    });

    it('does not come in at all where it changes while it is copied', function () {
        $relinking = Hafenbuch\Core\TakeIn\TakeInPlanner::relinking(app(TakeIn::class)->list($this->harbour->workspace, $this->harbour->owner, $this->wish)->rows);
        $before = $this->harbour->hashes();
        $arriving = new App\Saving\ArrivingContents(app(App\Workspace\Files\DiskContentStore::class), App\Workspace\Sources::of($this->harbour->workspace, $this->harbour->owner));
        expect($arriving->take($relinking->arrivals))->toBe([])->and($arriving->has($hash = $relinking->arrivals[0]->hash))->toBeTrue()->and(stream_get_contents($arriving->open($hash)))->toBe($this->film);
        $arriving->confirm([$hash]);
        // Written as if at the same time.
        $time = filemtime($this->source);
        file_put_contents($this->source, random_bytes(80_001));
        touch($this->source, $time);
        expect(fn () => $arriving->confirm([$hash]))->toThrow(FileChanged::class)
            ->and(fn () => app(App\Saving\Execution::class)->save($this->harbour->workspace, $this->harbour->owner, [], null, null, null, $relinking))->toThrow(FileChanged::class)
            ->and($this->harbour->hashes())->toBe($before);
    });

    it('is all in or not at all, whenever it is killed', function () {
        $before = $this->harbour->hashes();
        $wanted = [...$before, 'book/film.md' => hash('sha256', '![film](../taken-in/film.bin)'), 'taken-in/film.bin' => hash('sha256', $this->film)];
        foreach (range(1, 14, 2) as $nth) {
            $died = $this->harbour->dying('~^(insert|update)~i', $nth, 'take-in', ['--of', 'book/film.md']);
            app(App\Saving\Execution::class)->recoverNow($this->harbour->workspace);
            $now = $this->harbour->hashes();
            ksort($now);
            ksort($wanted);
            expect($now === $before || $now === $wanted)->toBeTrue("killed at {$nth}: {$died->getOutput()}{$died->getErrorOutput()}");
            if ($now !== $before) {
                app(Undoing::class)->undo($this->harbour->workspace, $this->harbour->owner, App\Models\Operation::query()->where('workspace_id', $this->harbour->workspace->id)->orderByDesc('number')->firstOrFail(), null);
                app(App\Workspace\Files\DiskContentStore::class)->free(hash('sha256', $this->film), 0);
                lookedAtLongAgo($this->source);
            }
        }
    });
});
