<?php

declare(strict_types=1);

use Tests\Support\Harbour;
use Tests\Support\Routes;

it('lets no stranger in anywhere', function () {
    $harbour = new Harbour(['a.md' => '# A']);
    $checked = 0;
    foreach (Routes::all() as $name => $route) {
        if (in_array($name, Routes::OPEN_TO_STRANGERS, true)) {
            continue;
        }
        expect($this->json($route->methods()[0], Routes::address($route, $harbour))->getStatusCode())->toBe(401, $name);
        $checked++;
    }
    expect($checked)->toBeGreaterThan(20);
});

it('hides a workspace from those who are no members', function () {
    $harbour = new Harbour(['a.md' => '# A']);
    $stranger = Harbour::person('Stranger');
    foreach (Routes::all() as $name => $route) {
        if (str_contains($name, '{workspace}/')) {
            $this->actingAs($stranger)->json($route->methods()[0], Routes::address($route, $harbour))->assertStatus(404);
        }
    }
    $this->actingAs($stranger)->getJson('/api/workspaces')->assertExactJson([]);
});

it('does not mix documents of two workspaces', function () {
    [$one, $other] = [new Harbour(['a.md' => '# A']), new Harbour(['b.md' => '# B'])];

    $this->actingAs($one->owner)->getJson($one->api('/documents/'.$other->document('b.md')->id))->assertStatus(404);
    $this->actingAs($one->owner)->postJson($one->api('/plan'), ['decisions' => [['document' => $other->document('b.md')->id, 'kind' => 'save']]])->assertStatus(422);
});

it('logs in with the right password only, and slows down who guesses', function () {
    $person = Harbour::person('Ida');
    $this->withHeader('Referer', config('app.url').'/')->postJson('/api/session', ['email' => $person->email, 'password' => 'tidegauge'])->assertStatus(419);
    $this->asPage()->postJson('/api/session', ['email' => $person->email, 'password' => 'wrong'])->assertStatus(422)->assertHeader('Content-Type', 'application/problem+json');
    $this->postJson('/api/session', ['email' => $person->email, 'password' => 'tidegauge'])->assertOk()->assertJson(['name' => 'Ida']);
    $this->getJson('/api/session')->assertOk()->assertJson(['email' => $person->email]);
    $this->asPage()->deleteJson('/api/session')->assertNoContent();
    $this->asPage();
    for ($try = 0; $try < 10; $try++) {
        $last = $this->postJson('/api/session', ['email' => $person->email, 'password' => 'wrong']);
    }
    $last->assertStatus(429);
});

it('takes tokens from programs', function () {
    $harbour = new Harbour(['a.md' => '# A']);
    $token = $this->actingAs($harbour->owner)->postJson('/api/tokens', ['name' => 'a program', 'scope' => 'administer'])->assertStatus(201)->json();
    $this->app['auth']->forgetGuards();
    $headers = ['Authorization' => 'Bearer '.$token['token'], 'Referer' => ''];

    $this->withHeaders($headers)->getJson('/api/workspaces')->assertOk()->assertJsonPath('0.slug', $harbour->workspace->slug);
    $this->withHeaders($headers)->deleteJson('/api/tokens/'.$token['id'])->assertNoContent();
    $this->app['auth']->forgetGuards();
    $this->withHeaders($headers)->getJson('/api/workspaces')->assertStatus(401);
});

it('describes every address of the API in its contract', function () {
    $contract = json_decode((string) file_get_contents(resource_path('openapi.json')), true);
    foreach (Routes::all() as $name => $route) {
        if (str_starts_with($route->uri(), 'api/') && $route->uri() !== 'api/openapi.json') {
            $path = rtrim('/'.substr($route->uri(), 4), '/');
            expect($contract['paths'][$path] ?? [])->toHaveKey(strtolower($route->methods()[0]), message: $name);
        }
    }
});

it('gives nobody what lies in another workspace under the address of their own', function () {
    [$one, $other] = [new Harbour(['a.md' => '# A']), new Harbour(['a.md' => '# A'])];
    $theirs = $other->draft('a.md', '# Theirs');
    $saved = $other->saveAll();
    $other->draft('a.md', '# Theirs again');
    [$link] = App\People\EntryLinks::invite(new App\Workspace\By($other->owner, 'a test'), 'x-'.bin2hex(random_bytes(5)).'@greetholm.example', $other->workspace, App\Models\Role::Writer);
    $ida = $other->member('Ida');
    App\Drafts\Locks::take($theirs, $other->owner);
    App\Together\LockWishes::ask($theirs, $ida, null);
    $comment = App\Together\Comments::say($theirs, $other->owner, 'Hm', [], null, null);
    $notice = App\Models\Notice::query()->where('document_id', $theirs->id)->firstOrFail();
    $view = App\Models\DocumentView::query()->forceCreate(['document_id' => $theirs->id, 'user_id' => $other->owner->id, 'name' => 'Theirs', 'view' => []])->id ?? 0;
    $own = $one->document('a.md');
    $foreign = ['{document}' => $theirs->id, '{operation}' => $saved->id, '{invitation}' => (string) $link->id, '{person}' => (string) $ida->id, '{notice}' => (string) $notice->id, '{comment}' => (string) $comment->id];
    $checked = 0;
    foreach (Routes::all() as $name => $route) {
        preg_match_all('~\{\w+\}~', $route->uri(), $parameters);
        foreach (array_intersect($parameters[0], array_keys($foreign)) as $parameter) {
            if (! str_contains($route->uri(), '{workspace}/')) {
                continue;
            }
            $address = '/'.strtr($route->uri(), ['{workspace}' => $one->workspace->slug, '{document}' => $own->id, '{source}' => 'draft', '{number}' => '0', '{step}' => '1', '{view}' => (string) $view, '{position}' => '0', '{other}' => $own->id, $parameter => $foreign[$parameter]]);
            expect($this->actingAs($one->owner)->json($route->methods()[0], $address, ['role' => 'keeper', 'isGiven' => true, 'isSettled' => true, 'text' => 'x', 'how' => 'keep', 'fingerprint' => str_repeat('0', 64)], ['If-Match' => '"1"'])->getStatusCode())->toBe(404, "{$name} with {$parameter}");
            $checked++;
        }
    }
    expect($checked)->toBeGreaterThan(45);
});

it('gives a session a new identity when somebody comes in, and its cookies the flags that keep them', function () {
    $person = Harbour::person('Ida');
    $before = $this->asPage()->postJson('/api/session', ['email' => $person->email, 'password' => 'wrong'])->getCookie(config('session.cookie'))?->getValue();
    $answer = $this->asPage()->postJson('/api/session', ['email' => $person->email, 'password' => 'tidegauge'])->assertOk();
    $session = $answer->getCookie(config('session.cookie'), false);
    expect($session?->getValue())->not->toBe($before)->and($session?->isHttpOnly())->toBeTrue()->and($session?->getSameSite())->toBeIn(['lax', 'strict']);
    expect($answer->getCookie('hafenbuch_device', false)?->isHttpOnly())->toBeTrue()->and($answer->getCookie('hafenbuch_device', false)?->getSameSite())->toBe('strict');
    $answer->assertHeader('X-Content-Type-Options', 'nosniff');
    expect($answer->headers->get('Content-Security-Policy'))->toContain("frame-ancestors 'none'");
});
