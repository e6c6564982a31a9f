<?php

declare(strict_types=1);

use App\Models\EntryLink;
use App\Models\Operation;
use App\Models\Role;
use App\Models\User;
use App\People\Accounts;
use App\People\EntryLinks;
use App\People\FirstAccount;
use App\People\Passwords;
use App\People\SecondFactor;
use App\People\SendEntryLink;
use App\People\Totp;
use App\Support\Refused;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Tests\Support\Harbour;

const GOOD = 'four herons over the weir';

beforeEach(function () {
    $this->harbour = new Harbour(['a.md' => '# A', 'old/b.md' => '# B', 'old/deep/c.md' => '[a](../../a.md)']);
    $this->actingAs($this->harbour->owner);
});

/** What a link tells only its receiver. */
function secretOf(string $link): string
{
    return substr($link, strpos($link, '#') + 1);
}

function invited(string $email, string $role = 'writer'): string
{
    return secretOf(api('POST', 'members', ['email' => $email, 'role' => $role])->assertStatus(201)->json('link'));
}

function freshEmail(): string
{
    return 'ida-'.bin2hex(random_bytes(5)).'@greetholm.example';
}

it('brings somebody in by a link, once, as what they were invited', function () {
    $email = freshEmail();
    $secret = invited($email, 'reader');
    expect(json_encode(DB::table('entry_links')->where('email', $email)->get()))->not->toContain($secret);
    $this->postJson('/api/enter/look', ['secret' => $secret])->assertOk()->assertJson(['purpose' => 'invitation', 'email' => $email, 'workspace' => $this->harbour->workspace->name, 'role' => 'reader', 'by' => 'Mara']);

    $this->app['auth']->forgetGuards();
    $this->asPage()->postJson('/api/enter', ['secret' => $secret, 'name' => 'Ida', 'password' => 'short'])->assertStatus(422);
    $this->asPage()->postJson('/api/enter', ['secret' => $secret, 'name' => 'Ida', 'password' => GOOD])->assertOk()->assertJson(['name' => 'Ida', 'email' => $email]);
    $this->asPage()->postJson('/api/enter', ['secret' => $secret, 'name' => 'Eve', 'password' => GOOD])->assertStatus(422)->assertJsonPath('detail', 'This link was used already. Log in, or ask for a new one.');

    $ida = User::query()->where('email', $email)->firstOrFail();
    $this->harbour->workspace->forgetRoles();
    expect($this->harbour->workspace->roleOf($ida))->toBe(Role::Reader);
    $entries = Operation::query()->where('workspace_id', $this->harbour->workspace->id)->where('kind', Operation::PEOPLE)->orderBy('number')->pluck('words')->all();
    expect($entries)->toBe(["Invited {$email} as a reader", "Ida came in as a reader, invited as {$email}"]);
});

it('lets nobody in by a link that is late, withdrawn, of somebody who was disabled, or guessed', function () {
    $late = invited($one = freshEmail());
    EntryLink::query()->where('email', $one)->update(['until' => now()->subMinute()]);
    $withdrawn = invited(freshEmail());
    api('DELETE', 'invitations/'.EntryLink::query()->max('id'))->assertOk();
    $renewed = invited($two = freshEmail());
    invited($two);
    $jon = $this->harbour->member('Jon');
    $ofDisabled = secretOf(EntryLinks::reset($jon)[1]);
    Accounts::disable($jon, new App\Workspace\By($this->harbour->owner, 'a test'));
    foreach ([$late, $withdrawn, $renewed, $ofDisabled, 'guessed'] as $secret) {
        $this->asPage()->postJson('/api/enter', ['secret' => $secret, 'name' => 'Eve', 'password' => GOOD])->assertStatus(422);
    }
    expect(User::query()->where('name', 'Eve')->exists())->toBeFalse();
});

it('gives a new password by a link, after which all other sessions and links of the account are over', function () {
    $jon = $this->harbour->member('Jon');
    DB::table('sessions')->insert(['id' => $session = bin2hex(random_bytes(20)), 'user_id' => $jon->id, 'payload' => '', 'last_activity' => time()]);
    $first = secretOf(EntryLinks::reset($jon)[1]);
    $second = secretOf(EntryLinks::reset($jon)[1]);
    $this->asPage()->postJson('/api/enter', ['secret' => $second, 'password' => GOOD])->assertOk();
    expect(DB::table('sessions')->where('id', $session)->exists())->toBeFalse();
    $this->asPage()->postJson('/api/enter', ['secret' => $first, 'password' => GOOD.' again'])->assertStatus(422);
    $this->app['auth']->forgetGuards();
    $this->asPage()->postJson('/api/session', ['email' => $jon->email, 'password' => GOOD])->assertOk();
});

it('answers the same to whoever asks for a new password, and makes no more links than enough', function () {
    $jon = $this->harbour->member('Jon');
    foreach ([$jon->email, $jon->email, $jon->email, $jon->email, freshEmail(), 'no address'] as $email) {
        $this->asPage()->postJson('/api/enter/forgotten', ['email' => $email])->assertNoContent();
    }
    expect(EntryLink::query()->where('user_id', $jon->id)->count())->toBe(3);
});

it('mails a link in the background, so that a mail server that hangs keeps nobody waiting', function () {
    config(['mail.default' => 'file']);
    Queue::fake();
    $began = microtime(true);
    invited($email = freshEmail());
    Queue::assertPushed(SendEntryLink::class, 1);
    $job = Queue::pushed(SendEntryLink::class)->first();

    // It takes the connection and says nothing.
    $silent = stream_socket_server('tcp://127.0.0.1:0');
    $port = (int) substr(strrchr((string) stream_socket_get_name($silent, false), ':'), 1);
    config(['mail.default' => 'smtp', 'mail.mailers.smtp' => ['transport' => 'smtp', 'host' => '127.0.0.1', 'port' => $port, 'timeout' => 1]]);
    expect(fn () => $job->handle())->toThrow(Exception::class);
    expect(microtime(true) - $began)->toBeLessThan(20.0)->and(EntryLink::query()->where('email', $email)->firstOrFail()->isOpen())->toBeTrue();

    config(['mail.default' => 'file']);
    app('mail.manager')->forgetMailers();
    $before = glob(storage_path('mail/*.eml')) ?: [];
    $job->handle();
    $mail = array_values(array_diff(glob(storage_path('mail/*.eml')) ?: [], $before));
    expect($mail)->toHaveCount(1)->and(quoted_printable_decode((string) file_get_contents($mail[0])))->toContain($email, '/enter#', 'Mara invites you');
});

it('takes no password that is short, common, or the person’s own name', function (string $password) {
    Passwords::check($password, ['Mara Brodersen', 'mara@greetholm.example']);
})->with(['short', 'password123', 'Passw0rd2024!!', 'aaaaaaaaaaaa', '1234567890', 'Brodersen12', 'greetholm!1', 'qwertyuiop', str_repeat('long ', 20)])->throws(Refused::class);

it('takes a sentence', function () {
    Passwords::check(GOOD, ['Mara Brodersen', 'mara@greetholm.example']);
    Passwords::check('the password of a heron', ['Mara']);
    expect(true)->toBeTrue();
});

it('makes the codes of RFC 6238', function (int $at, string $code) {
    // Appendix B, with SHA-1 and the last six of its eight digits; the secret is “12345678901234567890” in base 32.
    expect(Totp::at('GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ', $at))->toBe($code);
})->with([[59, '287082'], [1111111109, '081804'], [1111111111, '050471'], [1234567890, '005924'], [2000000000, '279037'], [20000000000, '353130']]);

it('asks for the second factor, takes each code once, and recovery codes once each', function () {
    $jon = $this->harbour->member('Jon');
    $this->actingAs($jon)->postJson('/api/account/second-factor', ['password' => 'wrong'])->assertStatus(422);
    $secret = $this->postJson('/api/account/second-factor', ['password' => 'tidegauge'])->assertOk()->json('secret');
    expect(DB::table('users')->where('id', $jon->id)->value('totp_secret'))->not->toContain($secret);
    $this->putJson('/api/account/second-factor', ['code' => '000000'])->assertStatus(422);
    $codes = $this->putJson('/api/account/second-factor', ['code' => Totp::at($secret, now()->getTimestamp())])->assertOk()->json('recoveryCodes');
    expect($codes)->toHaveCount(10);

    $logIn = function (?string $code) use ($jon) {
        $this->app['auth']->forgetGuards();

        return $this->asPage()->postJson('/api/session', ['email' => $jon->email, 'password' => 'tidegauge', 'code' => $code]);
    };
    $logIn(null)->assertStatus(403)->assertJson(['needsCode' => true]);
    $this->getJson('/api/session')->assertStatus(401);
    $logIn(Totp::at($secret, now()->getTimestamp()))->assertStatus(422);
    $this->travel(31)->seconds();
    $logIn($next = Totp::at($secret, now()->getTimestamp()))->assertOk();
    $logIn($next)->assertStatus(422);
    $logIn($codes[3])->assertOk();
    $logIn($codes[3])->assertStatus(422);
    // A clock that was set back takes no code a second time.
    $this->travelBack();
    $logIn(Totp::at($secret, now()->getTimestamp()))->assertStatus(422);
    expect(SecondFactor::passes($jon->refresh(), $codes[4]))->toBeTrue();
});

it('disables an account everywhere at once, and nobody can disable the last administrator', function () {
    $this->harbour->owner->forceFill(['is_administrator' => true])->save();
    $jon = $this->harbour->member('Jon', Role::Keeper);
    $token = $jon->createToken('program', ['save'])->plainTextToken;
    $this->patchJson("/api/people/{$jon->id}", ['isDisabled' => true])->assertOk();
    $this->app['auth']->forgetGuards();
    $this->withHeaders(['Authorization' => "Bearer {$token}", 'Referer' => ''])->getJson('/api/workspaces')->assertStatus(401);
    $this->flushHeaders()->asPage()->postJson('/api/session', ['email' => $jon->email, 'password' => 'tidegauge'])->assertStatus(422);
    expect(Operation::query()->where('workspace_id', $this->harbour->workspace->id)->latest('number')->value('words'))->toBe('Disabled the account of Jon');
    $this->actingAs($this->harbour->owner)->patchJson("/api/people/{$this->harbour->owner->id}", ['isDisabled' => true])->assertStatus(422);
});

it('keeps whoever guesses elsewhere from locking a person out of the browser that they know', function () {
    $jon = $this->harbour->member('Jon');
    $this->app['auth']->forgetGuards();
    $known = $this->asPage()->postJson('/api/session', ['email' => $jon->email, 'password' => 'tidegauge'])->assertOk()->getCookie('hafenbuch_device', false)?->getValue();
    foreach (range(1, 60) as $try) {
        $last = $this->asPage()->withServerVariables(['REMOTE_ADDR' => "192.0.2.{$try}"])->postJson('/api/session', ['email' => $jon->email, 'password' => 'wrong']);
    }
    $last->assertStatus(429);
    $this->app['auth']->forgetGuards();
    $this->withCredentials()->withUnencryptedCookie('hafenbuch_device', $known)->asPage()->withServerVariables(['REMOTE_ADDR' => '198.51.100.7'])->postJson('/api/session', ['email' => $jon->email, 'password' => 'tidegauge'])->assertOk();
});

it('begins an empty installation with whoever has the code', function () {
    expect(FirstAccount::isNeeded())->toBeFalse()->and(FirstAccount::code())->toBeNull();
    $this->getJson('/api/first-account')->assertJson(['isNeeded' => false]);
    $this->asPage()->postJson('/api/first-account', ['code' => '1', 'name' => 'Eve', 'email' => freshEmail(), 'password' => GOOD])->assertStatus(422);
});

it('gives roles, keeps a keeper, and writes both into the logbook with who and from where', function () {
    $jon = $this->harbour->member('Jon');
    api('PUT', "members/{$jon->id}", ['role' => 'keeper'])->assertOk();
    api('PUT', "members/{$this->harbour->owner->id}", ['role' => 'reader'])->assertOk();
    $this->actingAs($jon);
    api('PUT', "members/{$jon->id}", ['role' => 'writer'])->assertStatus(422)->assertJsonPath('detail', "Jon is the only keeper of “{$this->harbour->workspace->name}”. Make somebody else one first.");
    $id = Operation::query()->where('workspace_id', $this->harbour->workspace->id)->where('kind', 'people')->orderBy('number')->value('id');
    api('GET', "logbook/{$id}")->assertJson(['words' => 'Jon became a keeper, and was a writer', 'person' => 'Mara', 'askedFrom' => '127.0.0.1', 'details' => [['name' => $jon->email, 'before' => 'writer', 'after' => 'keeper']]]);
    api('POST', "logbook/{$id}/undo", ['fingerprint' => str_repeat('0', 64)])->assertStatus(422);
});

it('enters changed settings, and of two keepers who change the same the second is told', function () {
    $revision = api('GET', 'settings')->json('revision');
    api('PATCH', 'settings', ['undoDays' => 60], $revision)->assertOk();
    api('PATCH', 'settings', ['undoDays' => 90], $revision)->assertStatus(412);
    $entry = Operation::query()->where('workspace_id', $this->harbour->workspace->id)->where('kind', 'rules')->firstOrFail();
    expect($entry->words)->toBe('Changed the settings: days in which an entry can be taken back')->and($entry->details)->toBe(['days in which an entry can be taken back' => [null, 60]]);
});

it('says in words what settings were and are, each part on a line of its own', function () {
    $said = function (array $settings): array {
        api('PATCH', 'settings', $settings, api('GET', 'settings')->json('revision'))->assertOk();
        $id = Operation::query()->where('workspace_id', $this->harbour->workspace->id)->where('kind', 'rules')->orderByDesc('number')->value('id');

        return array_column(api('GET', "logbook/{$id}")->json('details'), null, 'name');
    };
    expect($said(['ignore' => ['*.tmp', '*.bak']]))->toMatchArray([
        'what a scan leaves out' => ['name' => 'what a scan leaves out', 'before' => '', 'after' => "*.tmp\n*.bak"],
    ]);
    expect($said(['ignore' => []])['what a scan leaves out'])->toMatchArray(['before' => "*.tmp\n*.bak", 'after' => 'none']);
    $rules = ['rules' => [['kind' => 'picture', 'from' => null, 'where' => 'beside', 'folder' => null], ['kind' => 'sound', 'from' => null, 'where' => 'folder', 'folder' => 'show/sounds']], 'ours' => []];
    expect($said(['incoming' => $rules])['what is taken in']['after'])->toBe("rules: kind: picture, where: beside; kind: sound, where: folder, folder: show/sounds\nours: none");
});

it('lets folders be read only: no drafts, no saves, no moves into them, no followers in them, and no undo', function () {
    $jon = $this->harbour->member('Jon');
    $this->harbour->draft('old/b.md', '# B2');
    $saved = $this->harbour->saveAll();
    api('PUT', 'folder-rights', ['folders' => [['folder' => 'old', 'person' => null]]])->assertOk()->assertJsonPath('folders.0.folder', 'old');
    $this->actingAs($jon);
    $b = $this->harbour->document('old/b.md');
    api('PUT', "documents/{$b->id}/draft", '# mine', $b->revision)->assertStatus(403);
    api('POST', 'documents', ['path' => 'old/new.md', 'title' => 'New'])->assertStatus(403);
    expect(api('GET', "documents/{$b->id}")->json('row.access'))->toBe('read-only')->and(api('GET', "documents/{$b->id}")->json('row.withheld'))->toContain('The folder old is read-only for you');

    $a = $this->harbour->document('a.md');
    $into = api('POST', 'plan', ['decisions' => [['document' => $a->id, 'kind' => 'move', 'path' => 'old/a.md']]])->assertOk();
    expect(json_encode($into->json('blockers')))->toContain('The folder old is read-only for you');
    $followed = api('POST', 'plan', ['decisions' => [['document' => $a->id, 'kind' => 'move', 'path' => 'z.md', 'follow' => 'everyone']]])->assertOk();
    expect(json_encode($followed->json('blockers')))->toContain('The folder old is read-only for you');
    expect(json_encode(api('GET', "logbook/{$saved->id}/undo")->json('blockers')))->toContain('The folder old is read-only for you');

    api('PUT', 'folder-rights', ['folders' => ''], null, $this->harbour->owner)->assertStatus(422);
    api('PUT', 'folder-rights', ['folders' => [['folder' => '../out', 'person' => null]]], null, $this->harbour->owner)->assertStatus(422);
    // Keepers write there still.
    $this->actingAs($this->harbour->owner);
    api('PUT', "documents/{$b->id}/draft", '# kept', $this->harbour->document('old/b.md')->revision)->assertOk();
});

it('ends a save whole or refuses it whole when the role is taken away in the middle', function () {
    $jon = $this->harbour->member('Jon');
    $this->harbour->draft('a.md', '# A2');
    $save = $this->harbour->process('save', ['--save', 'a.md', '--as', $jon->email]);
    $save->start();
    $give = $this->harbour->process('workspace:members', ['--give', "{$jon->email}=reader"]);
    $give->run();
    $save->wait();
    expect($give->getExitCode())->toBe(0, $give->getErrorOutput());
    $kinds = Operation::query()->where('workspace_id', $this->harbour->workspace->id)->orderBy('number')->pluck('kind')->all();
    // The save came before the change of role and is whole, or it never was.
    $save->getExitCode() === 0
        ? expect($kinds)->toBe(['save', 'people'])->and($this->harbour->read('a.md'))->toBe('# A2')
        : expect($kinds)->toBe(['people'])->and($this->harbour->read('a.md'))->toBe('# A')->and($save->getErrorOutput())->toContain('reader');
});

it('changes passwords, names and addresses, and shows and ends where one is logged in', function () {
    $jon = $this->harbour->member('Jon');
    $this->actingAs($jon);
    $this->patchJson('/api/account', ['name' => 'Jon Petersen'])->assertOk()->assertJsonPath('person.name', 'Jon Petersen');
    $this->patchJson('/api/account', ['email' => freshEmail()])->assertStatus(422);
    $this->patchJson('/api/account', ['email' => $next = freshEmail(), 'password' => 'tidegauge'])->assertOk()->assertJsonPath('person.email', $next);
    $this->patchJson('/api/account', ['email' => $this->harbour->owner->email, 'password' => 'tidegauge'])->assertStatus(422);
    $this->putJson('/api/account/password', ['password' => 'wrong', 'next' => GOOD])->assertStatus(422);
    DB::table('sessions')->insert(['id' => bin2hex(random_bytes(20)), 'user_id' => $jon->id, 'ip_address' => '192.0.2.9', 'user_agent' => 'Mozilla/5.0 (X11; Linux x86_64; rv:140.0) Gecko/20100101 Firefox/140.0', 'payload' => '', 'last_activity' => time()]);
    $shown = $this->getJson('/api/account')->assertJsonPath('sessions.0.device', 'Firefox on Linux')->json('sessions.0');
    $this->deleteJson("/api/account/sessions/{$shown['id']}")->assertNoContent();
    $this->deleteJson("/api/account/sessions/{$shown['id']}")->assertStatus(404);
    $this->putJson('/api/account/password', ['password' => 'tidegauge', 'next' => GOOD])->assertOk();
});

it('registers a folder after showing what a scan would find, and forgets it without touching its files', function () {
    $this->harbour->owner->forceFill(['is_administrator' => true])->save();
    $this->getJson('/api/folders')->assertOk()->assertJsonPath('folders.0.path', realpath(config('hafenbuch.roots')[0]));
    // Of its own, since other tests leave many folders beside it.
    mkdir($root = config('hafenbuch.roots')[0].'/shelf-'.bin2hex(random_bytes(4)));
    $name = 'picked-'.bin2hex(random_bytes(4));
    mkdir("{$root}/{$name}");
    file_put_contents("{$root}/{$name}/a.md", '# A');
    symlink('/etc', "{$root}/{$name}/etc");
    expect(collect($this->getJson('/api/folders?in='.urlencode($root))->json('folders'))->pluck('name'))->toContain($name);
    foreach (['/etc', "{$root}/{$name}/etc", config('hafenbuch.roots')[0].'/..', 'relative'] as $outside) {
        $this->getJson('/api/folders?in='.urlencode($outside))->assertStatus(422);
        $this->getJson('/api/folders/look?in='.urlencode($outside))->assertStatus(422);
    }
    $this->getJson('/api/folders/look?in='.urlencode("{$root}/{$name}"))->assertOk()->assertJson(['files' => 2, 'stops' => []]);
    expect($this->getJson('/api/folders/look?in='.urlencode($this->harbour->root))->json('stops.0'))->toContain('overlaps');
    $slug = $this->postJson('/api/workspaces', ['name' => $name, 'folder' => "{$root}/{$name}"])->assertStatus(201)->assertJson(['role' => 'keeper', 'mayKeep' => true])->json('slug');
    $this->deleteJson("/api/workspaces/{$slug}", ['name' => 'another'])->assertStatus(422);
    $this->deleteJson("/api/workspaces/{$slug}", ['name' => $name])->assertNoContent();
    expect(file_get_contents("{$root}/{$name}/a.md"))->toBe('# A');
});

it('does all of it on the command line', function () {
    $email = freshEmail();
    $named = $this->harbour->workspace->name;
    $run = fn (string ...$arguments): array => (function () use ($arguments) {
        $process = new Symfony\Component\Process\Process([PHP_BINARY, base_path('bin/hafenbuch'), ...$arguments, '--json']);
        $process->run();

        return ['code' => $process->getExitCode(), 'json' => json_decode($process->getOutput(), true), 'err' => $process->getErrorOutput()];
    })();
    $this->harbour->owner->forceFill(['is_administrator' => true])->save();
    expect($run('user:add', $email, 'Ida', '--member-of', $named, '--role=reader')['json'])->toHaveKeys(['email', 'password'])
        ->and($run('user:add', $email, 'Ida')['code'])->toBe(1)
        ->and(collect($run('workspace:members', $named)['json'])->firstWhere('email', $email)['role'])->toBe('reader')
        ->and(collect($run('workspace:members', $named, '--give', "{$email}=keeper")['json'])->firstWhere('email', $email)['role'])->toBe('keeper')
        ->and($run('workspace:members', $named, '--give', "{$email}=captain")['code'])->toBe(2)
        ->and($run('user:password', $email)['json'])->toHaveKey('password')
        ->and($run('user:password', $email, '--link')['json']['link'])->toContain('/enter#')
        ->and($run('token:add', $email, 'builds', '--scope=read', '--days=3')['json'])->toMatchArray(['scope' => 'read'])
        ->and($run('token:revoke', $email, 'builds')['json'])->toBe(['revoked' => 1])
        ->and($run('token:revoke', $email, 'builds')['code'])->toBe(1)
        ->and($run('user:disable', $email)['json'])->toBe(['email' => $email, 'disabled' => true])
        ->and($run('first:code')['code'])->toBe(1)
        ->and($run('workspace:remove', $named)['code'])->toBe(1)
        ->and($run('workspace:remove', $named, '--yes')['json']['root'])->toBe($this->harbour->root);
    expect($this->harbour->read('a.md'))->toBe('# A');
});

it('notes once a minute that a session or token is used, and at once what changes in it', function () {
    $person = Harbour::person('Ida');
    $token = $person->createToken('test', ['read']);
    $used = fn (): ?string => DB::table('personal_access_tokens')->where('id', $token->accessToken->getKey())->value('last_used_at');
    $ask = function () use ($token): void {
        $this->app['auth']->forgetGuards();
        $this->withHeaders(['Authorization' => "Bearer {$token->plainTextToken}", 'Referer' => ''])->getJson('/api/session')->assertOk();
    };
    $ask();
    $first = $used();
    $this->travel(20)->seconds();
    $ask();
    expect($used())->toBe($first);
    $this->travel(50)->seconds();
    $ask();
    expect($used())->not->toBe($first);

    $handler = new App\Http\SparingSessions(DB::connection(), 'sessions', 120, $this->app);
    $id = bin2hex(random_bytes(20));
    $at = fn (): int => (int) DB::table('sessions')->where('id', $id)->value('last_activity');
    $handler->read($id);
    $handler->write($id, serialize(['a' => 1, '_previous' => ['url' => 'x']]));
    $began = $at();
    $this->travel(20)->seconds();
    $handler->read($id);
    $handler->write($id, serialize(['a' => 1, '_previous' => ['url' => 'y']]));
    expect($at())->toBe($began);
    $handler->read($id);
    $handler->write($id, serialize(['a' => 2]));
    expect($at())->toBe($began + 20)->and($handler->read($id))->toBe(serialize(['a' => 2]));
    $this->travel(90)->seconds();
    $handler->read($id);
    $handler->write($id, serialize(['a' => 2]));
    expect($at())->toBe($began + 110);
});

it('lets nobody in by the link of somebody who is no keeper any more', function () {
    $jon = $this->harbour->member('Jon', Role::Keeper);
    $this->actingAs($jon);
    $secret = invited(freshEmail(), 'keeper');
    api('PUT', "members/{$jon->id}", ['role' => 'writer'], null, $this->harbour->owner)->assertOk();
    $this->asPage()->postJson('/api/enter', ['secret' => $secret, 'name' => 'Eve', 'password' => GOOD])->assertStatus(422);
});

it('disables nobody who is the only keeper of a workspace', function () {
    $other = Harbour::person('Ida');
    $other->forceFill(['is_administrator' => true])->save();
    $this->actingAs($other)->patchJson("/api/people/{$this->harbour->owner->id}", ['isDisabled' => true])->assertStatus(422)->assertJsonPath('detail', "Mara is the only keeper of “{$this->harbour->workspace->name}”. Make somebody else one first.");
    expect($this->harbour->owner->refresh()->isDisabled())->toBeFalse();
});

it('forgets no workspace whose files are in the middle of a save that was cut short', function () {
    $this->harbour->draft('a.md', '# A2');
    $this->harbour->dying('~^update .operations.~i', 1, 'save', ['--everything']);
    expect(Operation::query()->where('workspace_id', $this->harbour->workspace->id)->whereIn('state', Operation::UNFINISHED)->count())->toBe(1);
    expect(fn () => App\Workspace\Workspaces::remove($this->harbour->workspace))->toThrow(Refused::class, 'was cut short');
    $this->harbour->command('recover');
    App\Workspace\Workspaces::remove($this->harbour->workspace);
    expect($this->harbour->read('a.md'))->toBe('# A2');
});
