<?php

declare(strict_types=1);

use App\Models\DraftStep;
use App\Models\KeptSession;
use App\Quay\Quay;
use App\Sessions\Carrying\ExportSession;
use App\Sessions\Carrying\ImportSession;
use App\Sessions\Keeping;
use App\Support\Refused;
use App\Workspace\Files\DiskContentStore;
use Illuminate\Support\Facades\DB;
use Opis\JsonSchema\Validator;
use Tests\Support\Harbour;

function sessionFile(): string
{
    return sys_get_temp_dir().'/hafenbuch-session-'.bin2hex(random_bytes(6)).'.zip';
}

/** Keeps all that is open and exports it. */
function exported(Harbour $harbour, bool $everything = true): string
{
    $file = sessionFile();
    $stage = app(Keeping::class)->keep($harbour->owner, 'Guidebook', [$harbour->workspace], $everything, 'on the way');
    // A clock that was set back says nothing of what came before what.
    $stage->update(['at' => now()->subDay()]);
    app(ExportSession::class)->to($stage, $harbour->owner, $file);

    return $file;
}

/** @param array<string, string> $entries */
function zipOf(array $entries): string
{
    $file = sessionFile();
    $zip = new ZipArchive;
    $zip->open($file, ZipArchive::CREATE);
    foreach ($entries as $name => $content) {
        $zip->addFromString($name, $content);
    }
    $zip->close();

    return $file;
}

/** @param list<array<string, mixed>> $documents @param array<string, mixed> $more */
function describedAs(array $documents, array $more = []): string
{
    return (string) json_encode(['format' => 'hafenbuch-session', 'version' => 1, 'name' => 'Hostile', 'everything' => true, 'documents' => $documents, ...$more]);
}

/** @param array<string, mixed> $draft */
function withDraft(string $content, array $draft = []): array
{
    return ['workspace' => 'Anywhere', 'path' => 'a.md', 'savedHash' => null, 'draft' => ['file' => 'drafts/a.md', 'sha256' => hash('sha256', $content), 'size' => strlen($content), ...$draft]];
}

afterEach(fn () => array_map(unlink(...), glob(sys_get_temp_dir().'/hafenbuch-session-*') ?: []));

it('exports what other programs can read, as its schema says', function () {
    $harbour = new Harbour(['a.md' => "# A\n", 'b.md' => '# B']);
    $harbour->draft('a.md', "# A, first\n");
    $harbour->draft('a.md', "# A, second\n");
    $harbour->draft('new.md', '# New');
    $zip = new ZipArchive;
    $zip->open(exported($harbour));
    $description = json_decode((string) $zip->getFromName('session.json'));
    $validator = new Validator;
    $validator->resolver()?->registerRaw((string) file_get_contents(base_path('docs/session.schema.json')), 'https://hafenbuch.example/session.schema.json');
    expect($validator->validate($description, 'https://hafenbuch.example/session.schema.json')->isValid())->toBeTrue()
        ->and($validator->validate((object) ['format' => 'hafenbuch-session'], 'https://hafenbuch.example/session.schema.json')->isValid())->toBeFalse();
    $a = $description->documents[0];
    expect($a->path)->toBe('a.md')->and($zip->getFromName($a->draft->file))->toBe("# A, second\n");
    $lines = array_filter(explode("\n", (string) $zip->getFromName($a->draft->steps)));
    expect($lines)->toHaveCount(3);
    foreach ($lines as $line) {
        expect($validator->validate(json_decode($line), 'https://hafenbuch.example/session.schema.json#/$defs/step')->isValid())->toBeTrue($line);
    }
    $first = json_decode($lines[0]);
    expect($zip->getFromName($first->file))->toBe("# A\n");
});

it('comes back elsewhere as it was, with its steps and where in them the person stood', function () {
    $here = new Harbour(['a.md' => "# A\n", 'sub/b.md' => "# B\n", 'c.md' => "# C\n", 'gone.md' => "# Gone\n"]);
    $here->draft('a.md', "# A, first\n");
    $here->draft('a.md', "# A, second\n");
    $here->draft('new.md', "# New\n");
    (new Quay($here->workspace, $here->owner))->open(array_map(static fn (string $path): string => $here->document($path)->id, ['sub/b.md', 'c.md', 'gone.md']));
    $file = exported($here);
    // There, b has another name, and c another content.
    $there = new Harbour(['a.md' => "# A\n", 'b-renamed.md' => "# B\n", 'c.md' => "# C, elsewhere\n"]);
    $made = app(ImportSession::class)->from($file, $there->owner, $there->workspace);
    expect($made->unmatched)->toBe([['path' => 'gone.md', 'candidates' => []]])
        ->and($made->stage->documents)->toBe(5)->and($made->stage->drafts)->toBe(2)
        ->and($there->document('a.md')->draft)->toBeNull('nothing is a draft before it is opened');

    $lines = $there->command('session:open', ['Guidebook', '--json', '--as', $there->owner->email])['json']['lines'];
    expect(array_column($lines, 'does', 'path'))->toBe(['a.md' => 'opens and adds its draft', 'new.md' => 'makes it anew', 'b-renamed.md' => 'opens', 'c.md' => 'opens', 'gone.md' => 'leaves'])
        ->and($there->workingText('a.md'))->toBe("# A, second\n")->and($there->workingText('new.md'))->toBe("# New\n")
        ->and($there->read('a.md'))->toBe("# A\n")->and($there->read('new.md'))->toBeNull();
    $a = $there->document('a.md');
    $step = DraftStep::query()->findOrFail($a->step_id);
    $before = DraftStep::query()->findOrFail($step->parent_id);
    expect($before->hash)->toBe(hash('sha256', "# A, first\n"));
    $this->actingAs($there->owner);
    $this->harbour = $there;
    api('POST', "documents/{$a->id}/steps/{$before->id}", [], $a->revision)->assertOk();
    expect($there->workingText('a.md'))->toBe("# A, first\n");

    // What is exported again is the same, but for the names of entries, which are those of the workspace.
    $again = sessionFile();
    app(ExportSession::class)->to($made->stage, $there->owner, $again);
    $read = static function (string $file): array {
        $zip = new ZipArchive;
        $zip->open($file);
        $description = json_decode((string) $zip->getFromName('session.json'), true);

        return array_map(static fn (array $one): array => [$one['path'], $one['savedHash'], $one['held'], $one['draft']['sha256'] ?? null, $one['draft'] === null || $one['draft']['steps'] === null ? null : preg_replace('~"file":"[^"]*"~', '', (string) $zip->getFromName($one['draft']['steps']))], $description['documents']);
    };
    expect($read($again))->toBe($read($file));
});

it('keeps what an imported session rests on', function () {
    $here = new Harbour(['a.md' => "# A\n"]);
    $here->draft('a.md', '# A '.bin2hex(random_bytes(4)));
    $there = new Harbour(['a.md' => "# A\n"]);
    $made = app(ImportSession::class)->from(exported($here), $there->owner, $there->workspace);
    $hashes = [$made->stage->items[0]->draft_hash, $made->stage->items[0]->steps_hash, ...DB::table('session_contents')->where('session_stage_id', $made->stage->id)->pluck('hash')];
    $here->workspace->delete();
    KeptSession::query()->where('user_id', $here->owner->id)->delete();
    app(App\Past\Store\Inventory::class)->sweep(-1);
    foreach ($hashes as $hash) {
        expect(app(DiskContentStore::class)->has((string) $hash))->toBeTrue();
    }
});

it('is asked which document is meant, and does what it is told', function () {
    $here = new Harbour(['blank.md' => '']);
    (new Quay($here->workspace, $here->owner))->open([$here->document('blank.md')->id]);
    $there = new Harbour(['x/blank.md' => '', 'y/blank.md' => '']);
    $made = app(ImportSession::class)->from(exported($here), $there->owner, $there->workspace);
    expect($made->unmatched)->toBe([['path' => 'blank.md', 'candidates' => ['x/blank.md', 'y/blank.md']]]);
    $this->actingAs($there->owner);
    $id = $made->stage->session->id;
    $this->postJson("/api/sessions/{$id}/items/{$made->stage->items[0]->id}/is", ['workspace' => $there->workspace->slug, 'path' => 'y/blank.md'])->assertNoContent();
    $this->getJson("/api/sessions/{$id}")->assertJsonPath('items.0.nowPath', 'y/blank.md')->assertJsonPath('items.0.now', 'moved');
});

it('comes in by the browser, in parts', function () {
    $here = new Harbour(['a.md' => "# A\n"]);
    $here->draft('a.md', "# A, on the way\n");
    $bytes = (string) file_get_contents(exported($here));
    $this->harbour = new Harbour(['a.md' => "# A\n"]);
    $this->actingAs($this->harbour->owner);
    $part = api('POST', 'uploads/parts', ['size' => strlen($bytes), 'kind' => 'session'])->assertCreated()->json('id');
    api('POST', 'sessions/import', ['part' => $part, 'here' => true])->assertStatus(422);
    $this->call('PUT', $this->harbour->api("/uploads/parts/{$part}?offset=0"), server: ['CONTENT_TYPE' => 'application/octet-stream', 'HTTP_ACCEPT' => 'application/json'], content: $bytes)->assertOk();
    api('POST', 'sessions/import', ['part' => $part, 'here' => true])->assertCreated()->assertJsonPath('drafts', 1)->assertJsonPath('unmatched', []);
    $id = KeptSession::query()->where('user_id', $this->harbour->owner->id)->value('id');
    $download = $this->get("/api/sessions/{$id}/export")->assertOk();
    expect($download->headers->get('Content-Type'))->toBe('application/zip')->and(substr((string) $download->streamedContent(), 0, 2))->toBe('PK');
});

it('refuses what is hostile, says what and where, and changes nothing', function (Closure $make, string $words) {
    $harbour = new Harbour(['a.md' => '# A']);
    $before = $harbour->hashes();
    config(['limits.session_entries' => 50]);
    expect(fn () => app(ImportSession::class)->from($make(), $harbour->owner, $harbour->workspace))->toThrow(Refused::class, $words);
    expect(KeptSession::query()->where('user_id', $harbour->owner->id)->count())->toBe(0)
        ->and($harbour->hashes())->toBe($before)->and($harbour->document('a.md')->draft)->toBeNull();
})->with([
    'no ZIP file' => [fn (): string => tap(sessionFile(), static fn (string $file) => file_put_contents($file, 'PK nothing')), 'no ZIP file'],
    'half of one' => [fn (): string => tap(zipOf(['session.json' => describedAs([withDraft('x')])]), static fn (string $file) => file_put_contents($file, substr((string) file_get_contents($file), 0, -30))), 'no ZIP file'],
    'a ZIP file of something else' => [fn (): string => zipOf(['readme.txt' => 'hello']), 'has no session.json'],
    'no JSON' => [fn (): string => zipOf(['session.json' => '{']), 'is not the description'],
    'a list' => [fn (): string => zipOf(['session.json' => '[]']), 'is not the description'],
    'a newer one' => [fn (): string => zipOf(['session.json' => describedAs([withDraft('x')], ['version' => 2])]), 'version 2'],
    'a path that leads out' => [fn (): string => zipOf(['session.json' => describedAs([['workspace' => 'W', 'path' => '../../etc/passwd']])]), 'documents[0].path'],
    'an absolute path' => [fn (): string => zipOf(['session.json' => describedAs([['workspace' => 'W', 'path' => '/etc/passwd']])]), 'documents[0].path'],
    'a path into .git' => [fn (): string => zipOf(['session.json' => describedAs([['workspace' => 'W', 'path' => '.git/hooks/post-checkout']])]), 'documents[0].path'],
    'a wrong hash' => [fn (): string => zipOf(['session.json' => describedAs([withDraft('good')]), 'drafts/a.md' => 'evil']), 'is not what session.json says'],
    'a hash that is none' => [fn (): string => zipOf(['session.json' => describedAs([withDraft('x', ['sha256' => '../../x'])]), 'drafts/a.md' => 'x']), 'documents[0].draft.sha256'],
    'a bomb' => [fn (): string => zipOf(['session.json' => describedAs([withDraft('x')]), 'drafts/a.md' => str_repeat("\0", 30_000_000)]), 'more than the 1 bytes'],
    'a bomb as its description' => [fn (): string => zipOf(['session.json' => str_repeat(' ', 30 * 1024 * 1024)]), 'more than the'],
    'a draft larger than any content' => [fn (): string => zipOf(['session.json' => describedAs([withDraft('x', ['size' => 1 << 40])]), 'drafts/a.md' => 'x']), 'documents[0].draft.size'],
    'a draft that is not there' => [fn (): string => zipOf(['session.json' => describedAs([withDraft('x')])]), 'has no drafts/a.md'],
    'too many entries' => [fn (): string => zipOf(['session.json' => describedAs([withDraft('x')]), ...array_fill_keys(array_map(static fn (int $n): string => "n{$n}", range(1, 60)), '')]), 'at most 50'],
    'millions of lists' => [fn (): string => zipOf(['session.json' => '{"format":"hafenbuch-session","documents":['.str_repeat('[1],', 5_000_000).'1]}']), 'is not the description'],
    'a line of lists' => [fn (): string => zipOf(['session.json' => describedAs([withDraft('x', ['steps' => 's'])]), 'drafts/a.md' => 'x', 's' => '['.str_repeat('[1],', 700_000).'1]']), 'Line 1 of the steps'],
    'no documents' => [fn (): string => zipOf(['session.json' => describedAs([])]), 'documents'],
    'documents that are none' => [fn (): string => zipOf(['session.json' => describedAs([1, 'x'])]), 'documents[0]'],
    'a name with a line' => [fn (): string => zipOf(['session.json' => describedAs([['workspace' => 'W', 'path' => 'a.md']], ['name' => "a\nb"])]), 'a name of 1 to'],
    'steps that do not fit' => [fn (): string => zipOf(['session.json' => describedAs([withDraft('x', ['steps' => 's'])]), 'drafts/a.md' => 'x', 's' => json_encode(['step' => 1, 'parent' => 7, 'sha256' => str_repeat('a', 64), 'size' => 1, 'summary' => '', 'at' => '2026-01-01T00:00:00Z', 'change' => ['at' => 0, 'removed' => 0, 'inserted' => 'x']])]), 'Line 1 of the steps'],
    'steps that are no lines' => [fn (): string => zipOf(['session.json' => describedAs([withDraft('x', ['steps' => 's'])]), 'drafts/a.md' => 'x', 's' => str_repeat('x', 4 * 1024 * 1024)]), 'Line 1 of the steps'],
]);

it('writes nothing half where the disk is full or the folder is missing', function () {
    $harbour = new Harbour(['a.md' => '# A']);
    $harbour->draft('a.md', str_repeat('draft ', 100_000));
    $stage = app(Keeping::class)->keep($harbour->owner, 'Guidebook', [$harbour->workspace], true);
    expect(fn () => app(ExportSession::class)->to($stage, $harbour->owner, '/nowhere/at/all.zip'))->toThrow(Hafenbuch\Core\Write\UnableToWrite::class);
    $answer = $harbour->command('session:export', ['Guidebook', '/dev/full/x.zip', '--as', $harbour->owner->email]);
    expect($answer['code'])->toBe(1)->and($answer['err'])->toContain('cannot be made');
});

it('leaves what was there where the disk fills up in the middle of an export', function () {
    $harbour = new Harbour(['a.md' => '# A']);
    $harbour->draft('a.md', random_bytes(2_000_000));
    app(Keeping::class)->keep($harbour->owner, 'Guidebook', [$harbour->workspace], true);
    $file = sessionFile();
    file_put_contents($file, 'the last export');
    // No file may become larger than 1 MiB, as on a disk with no more room.
    $command = implode(' ', array_map(escapeshellarg(...), [PHP_BINARY, base_path('bin/hafenbuch'), 'session:export', 'Guidebook', $file, '--as', $harbour->owner->email]));
    exec('bash -c '.escapeshellarg("trap '' XFSZ; ulimit -f 1024; {$command}").' 2>&1', $out, $code);
    expect($code)->toBe(1, implode("\n", $out))->and(implode("\n", $out))->toContain('could not be written')
        ->and(file_get_contents($file))->toBe('the last export')->and(glob("{$file}.*"))->toBe([]);
});

it('needs no open file for each draft', function () {
    $harbour = new Harbour([]);
    foreach (range(1, 90) as $number) {
        $harbour->draft("{$number}.md", "# {$number}");
    }
    app(Keeping::class)->keep($harbour->owner, 'Many', [$harbour->workspace], true);
    $file = sessionFile();
    $command = implode(' ', array_map(escapeshellarg(...), [PHP_BINARY, base_path('bin/hafenbuch'), 'session:export', 'Many', $file, '--json', '--as', $harbour->owner->email]));
    exec('bash -c '.escapeshellarg("ulimit -n 48; {$command}").' 2>&1', $out, $code);
    expect($code)->toBe(0, implode("\n", $out))->and(json_decode(implode("\n", $out), true)['drafts'])->toBe(90)
        ->and(glob(storage_path('app/exports').'/*.part'))->toBe([]);
});
