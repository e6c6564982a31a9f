<?php

declare(strict_types=1);

use App\Models\User;
use Illuminate\Testing\TestResponse;
use Tests\Support\ApplicationTestCase;

pest()->extend(ApplicationTestCase::class)->in('Feature', 'Browser');

/**
 * Asks the API of the test's own workspace.
 *
 * @param  array<string, mixed>|string|null  $body  a string is sent as it is
 * @param  ?int  $revision  the revision that was read, for what asks for one
 * @param  ?User  $as  someone else than who is logged in, for this one question
 */
function api(string $verb, string $path, array|string|null $body = null, ?int $revision = null, ?User $as = null): TestResponse
{
    $test = test();
    $before = auth()->user();
    if ($as !== null) {
        $test->actingAs($as);
    }
    $headers = ['Accept' => 'application/json', 'Content-Type' => is_array($body) ? 'application/json' : 'application/octet-stream'] + ($revision === null ? [] : ['If-Match' => "\"{$revision}\""]);
    $server = array_combine(array_map(static fn (string $name): string => in_array($name, ['Content-Type'], true) ? 'CONTENT_TYPE' : 'HTTP_'.strtoupper(strtr($name, '-', '_')), array_keys($headers)), $headers);
    $answer = $test->call($verb, $test->harbour->api('/'.$path), server: $server, content: is_array($body) ? (string) json_encode($body) : $body);
    if ($as !== null && $before !== null) {
        $test->actingAs($before);
    }

    return $answer;
}

/**
 * Changes settings of the test's own workspace, as they are now.
 *
 * @param  array<string, mixed>  $values
 */
function changeSettings(array $values): TestResponse
{
    return api('PATCH', 'settings', $values, api('GET', 'settings')->json('revision'));
}
