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
