<?php

declare(strict_types=1);

use App\Drafts\DraftDesk;
use App\Drafts\Locks;
use App\Http\IncomingRequest;
use App\Models\User;
use App\Models\Workspace;
use App\Support\BoundedJson;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Workspaces;
use Hafenbuch\Core\Format\Link\LinkContent;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Write\UnableToRead;
use Hafenbuch\Core\Write\UnableToWrite;
use Illuminate\Hashing\BcryptHasher;
use Illuminate\Support\Facades\Hash;
use Symfony\Component\Process\Process;
use Tests\Support\Harbour;

/* What a stranger, a member or the author of a hostile file tries. */

beforeEach(function () {
    $this->harbour = new Harbour(['a.md' => "# A\n", 'drawing.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><foreignObject><meta xmlns="http://www.w3.org/1999/xhtml" http-equiv="refresh" content="0;url=https://elsewhere.example/"/></foreignObject></svg>']);
    $this->actingAs($this->harbour->owner);
    $this->a = $this->harbour->document('a.md');
});

it('lets a shown document lead the browser nowhere', function (string $address) {
    $policy = (string) $this->get($this->harbour->api(strtr($address, ['{id}' => $this->harbour->document('drawing.svg')->id])))->assertOk()->headers->get('Content-Security-Policy');
    // A sandbox without scripts follows no refresh, opens nothing, sends no form (HTML, section 7.1.5).
    expect($policy)->toMatch('~(?:^|; )sandbox(?:;|$| allow-same-origin(?:;|$))~')->not->toContain('allow-scripts')->not->toContain('allow-top-navigation');
})->with(['/show/drawing.svg', '/documents/{id}/file', '/documents/{id}/contents/file']);

it('writes nothing where other programs would run or trust it', function (string $path) {
    $plan = api('POST', 'plan', ['decisions' => [['document' => $this->a->id, 'kind' => 'copy', 'path' => $path]]])->assertOk()->json();
    expect($plan['blockers'])->toHaveCount(1)->and($plan['blockers'][0]['message'])->toMatch('~run|unseen|control~');
    api('POST', 'documents', ['path' => $path, 'title' => 'X'])->assertStatus(422);
    expect($this->call('POST', $this->harbour->api('/uploads?path='.rawurlencode($path)), content: 'x', server: ['HTTP_ACCEPT' => 'application/json'])->getStatusCode())->toBeIn([409, 422]);
    expect(fn () => app(DraftDesk::class)->begin($this->harbour->workspace, $path, 'x', $this->harbour->owner))->toThrow(InvalidPath::class);
    $new = $this->harbour->draft('new.md', '# New');
    api('PATCH', "documents/{$new->id}", ['path' => $path], $new->revision)->assertStatus(422);
    expect(array_keys($this->harbour->hashes()))->toBe(['a.md', 'drawing.svg']);
})->with(['.git/hooks/post-checkout', 'sub/.GIT/config', '.hg/hgrc', '.svn/x', '.htaccess', 'sub/.Env', '.git./x', "a\u{202E}dm.exe", "a\u{7}.md", "new\nline.md", '.hafenbuch-1']);

it('logs nobody in from elsewhere, and says what to do', function () {
    auth('web')->logout();
    app('auth')->forgetGuards();
    User::query()->whereKey($this->harbour->owner->id)->update(['password' => bcrypt('tidegauge')]);
    $this->postJson('/api/session', ['email' => $this->harbour->owner->email, 'password' => 'tidegauge'])->assertStatus(403)->assertSee('page of this server');
    $this->asPage()->postJson('/api/session', ['email' => $this->harbour->owner->email, 'password' => 'tidegauge'])->assertOk();
});

it('hashes as often for an address that it does not know as for one that it knows', function () {
    app('auth')->forgetGuards();
    $hasher = new class extends BcryptHasher {
        public int $times = 0;

        public function check($value, $hashedValue, array $options = []): bool
        {
            $this->times++;

            return parent::check($value, $hashedValue, $options);
        }

        public function make($value, array $options = []): string
        {
            $this->times++;

            return parent::make($value, $options);
        }
    };
    Hash::extend('counting', static fn () => $hasher);
    config(['hashing.driver' => 'counting']);
    $asked = function (string $email) use ($hasher): int {
        $hasher->times = 0;
        $this->asPage()->postJson('/api/session', ['email' => $email, 'password' => 'wrong'])->assertStatus(422);

        return $hasher->times;
    };
    expect($asked($this->harbour->owner->email))->toBe(1)->and($asked('nobody@greetholm.example'))->toBe(1);
});

it('throttles who guesses the password of one account from many addresses', function () {
    app('auth')->forgetGuards();
    $answers = [];
    for ($n = 0; $n < 60; $n++) {
        $this->withServerVariables(['REMOTE_ADDR' => "10.0.{$n}.1"]);
        $answers[] = $this->asPage()->postJson('/api/session', ['email' => $this->harbour->owner->email, 'password' => "guess-{$n}"])->getStatusCode();
    }
    expect($answers)->toContain(429)->and($answers[0])->toBe(422);
    // A colleague with the same way out into the world is not kept from logging in.
    $this->withServerVariables(['REMOTE_ADDR' => '10.0.1.1']);
    $this->asPage()->postJson('/api/session', ['email' => 'colleague@greetholm.example', 'password' => 'x'])->assertStatus(422);
});

it('voids the token of a program that logs out', function () {
    app('auth')->forgetGuards();
    $token = $this->harbour->owner->createToken('program')->plainTextToken;
    $this->withToken($token)->deleteJson('/api/session')->assertNoContent();
    app('auth')->forgetGuards();
    $this->withToken($token)->getJson('/api/session')->assertStatus(401);
});

it('names things in steps that end', function () {
    $long = str_repeat('é', 100);
    $rule = ['prefix' => $long, 'suffix' => $long];
    $from = hrtime(true);
    api('POST', "documents/{$this->a->id}/copies", ['folder' => 'k', 'rule' => $rule])->assertSuccessful();
    foreach ([['rule' => ['prefix' => '../../']], ['paths' => [$this->a->id => '../y.md']], ['paths' => [$this->a->id => str_repeat('x', 255)]]] as $given) {
        $answer = api('POST', "documents/{$this->a->id}/copies", ['folder' => 'k', ...$given]);
        expect($answer->getStatusCode())->toBeLessThan(500);
    }
    $taken = str_repeat('t', 252).'.md';
    $this->harbour->put($taken, '# Taken');
    $this->harbour->scan();
    api('GET', 'names?path='.rawurlencode($taken))->assertOk();
    api('POST', 'plan', ['decisions' => [['document' => $this->a->id, 'kind' => 'copy', 'path' => $taken]]])->assertOk();
    expect((hrtime(true) - $from) / 1e9)->toBeLessThan(20.0);
});

it('compares large texts without taking the server from others', function () {
    $before = implode("\n", array_map(static fn (int $n): string => "line {$n} ".md5((string) $n), range(1, 12_000)));
    $after = implode("\n", array_map(static fn (int $n): string => "line {$n} ".md5("other {$n}"), range(1, 12_000)));
    $this->harbour->put('large.md', $before);
    $this->harbour->scan();
    $large = $this->harbour->draft('large.md', $after);
    $from = hrtime(true);
    api('GET', "contrast?left={$large->id}:file&right={$large->id}:draft")->assertStatus(200);
    api('POST', 'plan/compare', ['decisions' => [['document' => $large->id, 'kind' => 'save']], 'path' => 'large.md'])->assertOk();
    expect((hrtime(true) - $from) / 1e9)->toBeLessThan(30.0);
});

it('reads and writes nothing outside while folders and files are swapped for links', function () {
    $root = $this->harbour->root;
    $outside = sys_get_temp_dir().'/outside-'.bin2hex(random_bytes(6));
    mkdir($outside);
    file_put_contents("{$outside}/a.md", 'a secret');
    $this->harbour->put('sub/a.md', 'inside');
    $this->harbour->put('one.md', 'inside');
    $swapping = new Process([PHP_BINARY, base_path('tests/Support/swapping.php'), $root, $outside]);
    $swapping->start();
    $files = WorkspaceFiles::of($this->harbour->workspace);
    $read = $linked = $refused = 0;
    $leaks = [];
    $try = static function (callable $work) use (&$refused): mixed {
        try {
            return $work();
        } catch (InvalidPath|UnableToRead|UnableToWrite|ErrorException) {
            $refused++;

            return null;
        }
    };
    for ($n = 0; $n < 1500 || ($n < 15_000 && min($read, $linked, $refused) <= 50); $n++) {
        foreach (['sub/a.md', 'one.md'] as $path) {
            $bytes = $try(fn (): string => $files->bytes($path));
            $read += $bytes === 'inside' ? 1 : 0;
            // A link itself may be read: what it says, never what it leads to.
            $leaks += $bytes === null || $bytes === 'inside' || LinkContent::is($bytes) ? [] : [$bytes => $path];
            $hash = $try(fn (): ?string => $files->hash($path));
            $leaks += $hash === hash('sha256', 'a secret') ? [$hash => $path] : [];
        }
        $try(function () use ($files, $n): void {
            $content = fopen('php://memory', 'w+b');
            fwrite($content, 'inside');
            rewind($content);
            $files->write("sub/.hafenbuch-{$n}.tmp", $content, 'sub/a.md');
        });
        $try(fn () => $n % 2 === 0 ? $files->replace("sub/.hafenbuch-{$n}.tmp", 'sub/a.md') : $files->place("sub/.hafenbuch-{$n}.tmp", "sub/new-{$n}.md"));
        $try(fn () => $files->remove("sub/new-{$n}.md"));
        foreach (['sub/a.md' => "linked-{$n}.tmp", 'one.md' => "sub/linked-{$n}.tmp"] as $path => $second) {
            $linked += $try(fn (): bool => $files->link($path, $second)) === true ? 1 : 0;
            $bytes = $try(fn (): string => $files->bytes($second));
            $leaks += $bytes === null || $bytes === 'inside' ? [] : [$bytes => $second];
            $try(fn () => $files->remove($second));
        }
        $try(fn () => $files->makeFolder("sub/folder-{$n}"));
        $try(fn () => $files->removeEmptyFolder("sub/folder-{$n}"));
        $leaks += ($files->entries('sub')['a.md'] ?? null)?->size === strlen('a secret') ? ['entries' => 'sub'] : [];
    }
    Harbour::kill($swapping);
    expect($leaks)->toBe([])->and(scandir($outside))->toBe(['.', '..', 'a.md'])->and(file_get_contents("{$outside}/a.md"))->toBe('a secret')
        // Both ways were met, else this has shown nothing.
        ->and($read)->toBeGreaterThan(50)->and($linked)->toBeGreaterThan(50)->and($refused)->toBeGreaterThan(50);
});

it('keeps the versions of a document that someone else has locked', function () {
    $other = $this->harbour->member('Other');
    for ($n = 1; $n < 4; $n++) {
        $this->harbour->draft('a.md', "# A {$n}\n");
        $this->harbour->saveAll();
    }
    Locks::take($this->harbour->document('a.md'), $other);
    api('POST', "documents/{$this->a->id}/versions/thin", ['numbers' => [1]])->assertStatus(423);
    $new = $this->harbour->draft('new.md', '# New');
    Locks::take($new, $other);
    api('PATCH', "documents/{$new->id}", ['path' => 'elsewhere.md'], $new->refresh()->revision)->assertStatus(423);
});

it('names no address in its pages, whatever host a request says, and not what it is made with', function () {
    $page = $this->withHeader('Host', 'elsewhere.example')->get('/');
    expect($page->getContent())->not->toContain('elsewhere.example')->and($page->headers->has('X-Powered-By'))->toBeFalse();
});

it('says of which workspace a page is, once for what the browser asks for first and for what the page does', function () {
    $this->withoutVite();
    $page = fn (string $address): string => (string) $this->get($address)->assertOk()->getContent();
    expect($page('/w/a%20%22%3E%3Cb%3E/quay'))->toContain('data-workspace="a &quot;&gt;&lt;b&gt;"', 'href="/api/workspaces/a%20%22%3E%3Cb%3E/quay"')
        ->and($page('/w/gauge-house/documents/1'))->toContain('data-workspace="gauge-house"', 'href="/api/workspaces/gauge-house/quay"')
        ->and($page('/people'))->not->toContain('data-workspace')->not->toContain('preload" as="fetch"')
        ->and($page('/w'))->not->toContain('data-workspace');
});

it('gives the demo a password of its own where others can reach the server', function () {
    $story = json_decode((string) file_get_contents(base_path('demo/story.json')), true);
    $person = User::query()->updateOrCreate(['email' => $story['people'][0]['email']], ['name' => $story['people'][0]['name'], 'password' => $story['password']]);
    $workspace = null;
    if (Workspace::query()->where('name', $story['workspace'])->doesntExist()) {
        mkdir($root = dirname($this->harbour->root).'/'.bin2hex(random_bytes(4)));
        $workspace = Workspaces::add($story['workspace'], $root, $person);
    }
    try {
        $this->artisan('hafenbuch:demo', ['--on-network' => true])->assertSuccessful();
        $own = (string) file_get_contents(storage_path('demo-password'));
        expect(Hash::check($story['password'], $person->refresh()->password))->toBeFalse()->and(Hash::check($own, $person->password))->toBeTrue()->and(fileperms(storage_path('demo-password')) & 0o777)->toBe(0o600);
        $this->artisan('hafenbuch:demo', ['--show-login' => true])->expectsOutputToContain($own)->assertSuccessful();
    } finally {
        @unlink(storage_path('demo-password'));
        $workspace?->delete();
        $person->update(['password' => $story['password']]);
    }
});

it('tells of failed work in the background in a place that is there', function () {
    app('queue.failer')->log('database', 'default', '{"uuid":"x"}', new RuntimeException('It did not work.'));
    expect(array_column(array_map(static fn (object $one): array => (array) $one, app('queue.failer')->all()), 'exception')[0])->toContain('It did not work.');
    app('queue.failer')->flush();
});

it('takes no more than an address has use for', function () {
    $this->asPage()->postJson('/api/session', ['email' => 'a@greetholm.example', 'password' => str_repeat('x', 40_000)])->assertStatus(413)->assertSee('at most 16,384');
    api('POST', 'plan', ['decisions' => [], 'more' => str_repeat('x', 17 * 1024 * 1024)])->assertStatus(413);
    // Few bytes that would fill the memory once they are read; the same bytes inside a text are none of that.
    $bytes = '{"decisions":['.str_repeat('[1],', 3_900_000).'[1]]}';
    memory_reset_peak_usage();
    $before = memory_get_usage();
    $answer = app(Illuminate\Contracts\Http\Kernel::class)->handle(IncomingRequest::of(Symfony\Component\HttpFoundation\Request::create($this->harbour->api('/plan'), 'POST', server: ['CONTENT_TYPE' => 'application/json', 'HTTP_ACCEPT' => 'application/json'], content: $bytes)));
    expect($answer->getStatusCode())->toBe(413)->and($answer->getContent())->toContain('in parts');
    expect(memory_get_peak_usage() - $before)->toBeLessThan(100 * 1024 * 1024);
    expect(BoundedJson::fits('["'.str_repeat('[1],\\"{', 1000).'"]', 10))->toBeTrue()
        ->and(BoundedJson::fits('["\\\\",'.str_repeat('[1],', 11).'1]', 10))->toBeFalse()->and(BoundedJson::fits('"never ended [[[', 2))->toBeTrue()->and(BoundedJson::fits('"ends with \\', 2))->toBeTrue();
    api('PUT', "documents/{$this->a->id}/draft", ['content' => str_repeat("line\n", 4 * 1024 * 1024)], $this->a->revision)->assertSuccessful();
});
