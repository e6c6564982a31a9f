<?php

declare(strict_types=1);

use App\Models\Operation;
use Illuminate\Routing\Route;
use Illuminate\Support\Facades\Route as Router;
use Tests\Support\Harbour;

/** Whoever may not be logged in to ask for these. */
// What /metrics tells, it tells whoever has its own token (ServingTest).
const OPEN_TO_STRANGERS = ['GET api/openapi.json', 'POST api/session', 'GET sanctum/csrf-cookie', 'GET up', 'GET ready', 'GET metrics', 'GET {any?}'];

/** @return array<string, Route> by method and address */
function everyRoute(): array
{
    $routes = [];
    foreach (Router::getRoutes() as $route) {
        $routes[$route->methods()[0].' '.$route->uri()] = $route;
    }

    return $routes;
}

function addressFor(Route $route, Harbour $harbour): string
{
    static $number = 0;
    $document = $harbour->draft('a.md', '# Changed '.bin2hex(random_bytes(3)));
    $operation = Operation::query()->create(['workspace_id' => $harbour->workspace->id, 'number' => ++$number, 'kind' => 'save', 'state' => 'done', 'new_folders' => [], 'old_folders' => []]);

    return '/'.strtr($route->uri(), [
        '{workspace}' => $harbour->workspace->slug, '{document}' => $document->id, '{operation}' => $operation->id,
        '{position}' => '0', '{number}' => '0', '{path}' => 'a.md', '{other}' => $document->id, '{token}' => '1', '{source}' => 'draft', '{step}' => (string) $document->step_id, '{what}' => 'opened', '{running}' => str_repeat('r', 26), '{visit}' => str_repeat('v', 26), '{any?}' => 'quay', '{session}' => '1', '{item}' => '1', '{view}' => '1', '{second}' => '1', '{crate}' => '1', '{kind}' => 'camera', '{name}' => 'bridge',
    ]);
}

it('lets no stranger in anywhere', function () {
    $harbour = new Harbour(['a.md' => '# A']);
    $checked = 0;
    foreach (everyRoute() as $name => $route) {
        if (in_array($name, OPEN_TO_STRANGERS, true)) {
            continue;
        }
        expect($this->json($route->methods()[0], addressFor($route, $harbour))->getStatusCode())->toBe(401, $name);
        $checked++;
    }
    expect($checked)->toBeGreaterThan(20);
});

it('hides a workspace from those who are no members', function () {
    $harbour = new Harbour(['a.md' => '# A']);
    $stranger = Harbour::person('Stranger');
    foreach (everyRoute() as $name => $route) {
        if (str_contains($name, '{workspace}')) {
            $this->actingAs($stranger)->json($route->methods()[0], addressFor($route, $harbour))->assertStatus(404);
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
    $token = $this->actingAs($harbour->owner)->postJson('/api/tokens', ['name' => 'a program'])->assertStatus(201)->json();
    $this->app['auth']->forgetGuards();
    $headers = ['Authorization' => 'Bearer '.$token['token'], 'Referer' => ''];

    $this->withHeaders($headers)->getJson('/api/workspaces')->assertOk()->assertJsonPath('0.slug', $harbour->workspace->slug);
    $this->withHeaders($headers)->deleteJson('/api/tokens/'.$token['id'])->assertNoContent();
    $this->app['auth']->forgetGuards();
    $this->withHeaders($headers)->getJson('/api/workspaces')->assertStatus(401);
});

it('describes every address of the API in its contract', function () {
    $contract = json_decode((string) file_get_contents(resource_path('openapi.json')), true);
    foreach (everyRoute() as $name => $route) {
        if (str_starts_with($route->uri(), 'api/') && $route->uri() !== 'api/openapi.json') {
            $path = rtrim('/'.substr($route->uri(), 4), '/');
            expect($contract['paths'][$path] ?? [])->toHaveKey(strtolower($route->methods()[0]), message: $name);
        }
    }
});
