<?php

declare(strict_types=1);

use App\Models\Operation;
use Illuminate\Routing\Route;
use Illuminate\Support\Facades\Route as Router;
use Tests\Support\Harbour;

/* What every address of the API answers to what no page of ours would send. */

/** @return array<string, Route> by method and address */
function addresses(): array
{
    $routes = [];
    foreach (Router::getRoutes() as $route) {
        if (str_starts_with($route->uri(), 'api/') && $route->uri() !== 'api/openapi.json') {
            $routes[$route->methods()[0].' '.$route->uri()] = $route;
        }
    }

    return $routes;
}

/** @return array{body: list<string>, query: list<string>} the names that the contract gives to what an address takes */
function namesOf(Route $route): array
{
    static $contract = null;
    $contract ??= json_decode((string) file_get_contents(resource_path('openapi.json')), true);
    $said = $contract['paths'][substr($route->uri(), 3)][strtolower($route->methods()[0])] ?? throw new RuntimeException("The contract says nothing of {$route->uri()}.");
    $properties = $said['requestBody']['content']['application/json']['schema']['properties'] ?? [];
    $queries = array_filter($said['parameters'] ?? [], static fn (array $one): bool => ($one['in'] ?? '') === 'query');

    return ['body' => array_keys($properties), 'query' => array_values(array_column($queries, 'name'))];
}

const HUGE = '99999999999999999999999';

/** @return array<string, mixed> */
function hostileValues(): array
{
    return [
        'a list' => [], 'a list of lists' => [[[]]], 'an object' => ['a' => ['b' => 'c']], 'a string' => 'x', 'empty' => '', 'null' => null, 'true' => true, 'a number' => -1,
        'a huge number' => 1e30, 'digits' => HUGE, 'a date' => '0000-00-00T99:99:99Z', 'NUL' => "a\0b", 'not UTF-8 when it is decoded' => "\u{FFFE}\u{202E}", 'long' => str_repeat('é', 9000), 'a list of numbers' => [1, HUGE, null, true],
        'up' => '../../../../etc/passwd', 'a decision' => [['document' => HUGE, 'decision' => ['kind' => ['x']], 'kind' => HUGE]],
    ];
}

it('answers hostile requests with what is wrong, and never with a fault of its own', function () {
    $harbour = $this->harbour = new Harbour(['a.md' => "# A\n\n[b](b.md)\n", 'b.md' => '# B']);
    $document = $harbour->draft('a.md', "# Changed\n\n[b](b.md)\n");
    $operation = Operation::query()->create(['workspace_id' => $harbour->workspace->id, 'number' => 1, 'kind' => 'save', 'state' => 'done', 'new_folders' => [], 'old_folders' => []]);
    $own = [
        '{workspace}' => $harbour->workspace->slug, '{document}' => $document->id, '{other}' => $document->id, '{operation}' => $operation->id, '{position}' => '0', '{number}' => '0', '{path}' => 'a.md',
        '{token}' => '1', '{source}' => 'draft', '{step}' => (string) $document->step_id, '{what}' => 'opened', '{running}' => str_repeat('r', 26), '{visit}' => str_repeat('v', 26), '{part}' => str_repeat('p', 26),
    ];
    $session = app(App\Sessions\Keeping::class)->keep($harbour->owner, 'Hostile', [$harbour->workspace], true)->session;
    $own += ['{session}' => (string) $session->id, '{item}' => (string) App\Models\SessionItem::query()->where('document_id', $document->id)->value('id'), '{view}' => '1', '{second}' => (string) $session->id, '{crate}' => '1', '{kind}' => 'camera', '{name}' => 'bridge', '{person}' => '0', '{browser}' => str_repeat('a', 24), '{invitation}' => '0', '{notice}' => '0', '{picture}' => str_repeat('0', 64).'.png', '{comment}' => '0', '{bookmark}' => '0'];
    $harbour->owner->forceFill(['is_administrator' => true])->save();
    $this->actingAs($harbour->owner);
    $faults = [];
    $asked = 0;
    $ask = function (string $method, string $address, string $what, array $body = []) use (&$faults, &$asked): void {
        $answer = $this->json($method, $address, $body, ['If-Match' => '"1"']);
        $asked++;
        if ($answer->getStatusCode() >= 500) {
            $faults["{$method} {$address} with {$what}"] = $answer->exception === null ? $answer->getStatusCode() : get_class($answer->exception).': '.mb_strcut($answer->exception->getMessage(), 0, 200).' at '.basename($answer->exception->getFile()).':'.$answer->exception->getLine();
        }
    };
    foreach (addresses() as $route) {
        $method = $route->methods()[0];
        preg_match_all('~\{\w+\}~', $route->uri(), $parameters);
        expect(array_diff($parameters[0], array_keys($own)))->toBe([], "This test does not know what {$route->uri()} takes.");
        $address = '/'.strtr($route->uri(), $own);
        ['body' => $body, 'query' => $query] = namesOf($route);
        // The person goes on being logged in.
        if ($address !== '/api/session' || $method !== 'DELETE') {
            $ask($method, $address, 'nothing');
        }
        foreach (hostileValues() as $what => $value) {
            if ($body !== []) {
                $ask($method, $address, "{$what} everywhere", array_fill_keys($body, $value));
            }
            if ($query !== []) {
                $ask($method, $address.'?'.http_build_query(array_fill_keys($query, is_bool($value) ? (int) $value : $value ?? '')), "{$what} in each query");
            }
        }
        foreach ($parameters[0] as $parameter) {
            foreach (['x', HUGE, '-1', '%00', '..%2F..%2Fetc%2Fpasswd', '%ff%fe', str_repeat('a', 300)] as $value) {
                $ask($method, '/'.strtr($route->uri(), [$parameter => $value] + $own), "{$value} as {$parameter}");
            }
        }
    }
    expect($faults)->toBe([])->and($asked)->toBeGreaterThan(1000);
});
