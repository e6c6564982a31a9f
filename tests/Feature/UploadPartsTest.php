<?php

declare(strict_types=1);

use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour(['a.md' => "# A\n"]);
    $this->actingAs($this->harbour->owner);
    $this->begin = fn (int $size): string => $this->postJson($this->harbour->api('/uploads/parts'), ['size' => $size])->assertCreated()->json('id');
    $this->send = fn (string $id, int $offset, string $bytes) => $this->call('PUT', $this->harbour->api("/uploads/parts/{$id}?offset={$offset}"), server: ['CONTENT_TYPE' => 'application/octet-stream', 'HTTP_ACCEPT' => 'application/json'], content: $bytes);
});

it('takes a file in parts, and goes on after a part that broke off', function () {
    $bytes = random_bytes(300_000);
    $id = ($this->begin)(300_000);
    ($this->send)($id, 0, substr($bytes, 0, 100_000))->assertOk()->assertJsonPath('offset', 100_000);
    // The answer was lost, and the part is sent again; then one is left out.
    ($this->send)($id, 0, substr($bytes, 0, 100_000))->assertStatus(409)->assertJsonPath('offset', 100_000);
    ($this->send)($id, 200_000, substr($bytes, 200_000))->assertStatus(409);
    $this->postJson($this->harbour->api("/uploads?path=film.bin&part={$id}"))->assertStatus(422)->assertJsonPath('detail', 'Of this upload 100000 of 300000 bytes are here. Send the rest first.');
    ($this->send)($id, 100_000, substr($bytes, 100_000))->assertOk();
    $this->getJson($this->harbour->api("/uploads/parts/{$id}"))->assertJsonPath('offset', 300_000);
    $this->postJson($this->harbour->api("/uploads?path=film.bin&part={$id}"))->assertCreated();
    expect($this->harbour->workingText('film.bin'))->toBe($bytes);
    $this->getJson($this->harbour->api("/uploads/parts/{$id}"))->assertStatus(422);
});

it('wants a part again that came otherwise than it was sent', function () {
    $id = ($this->begin)(10);
    $with = fn (string $bytes, string $meant) => $this->call('PUT', $this->harbour->api("/uploads/parts/{$id}?offset=0"), server: [
        'CONTENT_TYPE' => 'application/octet-stream', 'HTTP_ACCEPT' => 'application/json', 'HTTP_CONTENT_DIGEST' => 'sha-256=:'.base64_encode(hash('sha256', $meant, true)).':',
    ], content: $bytes);
    $with('012345678X', '0123456789')->assertStatus(409)->assertJsonPath('offset', 0);
    $with('0123456789', '0123456789')->assertOk()->assertJsonPath('offset', 10);
});

it('takes no more than was announced, nothing of anyone else, and not without end', function () {
    $id = ($this->begin)(10);
    ($this->send)($id, 0, str_repeat('x', 11))->assertStatus(422);
    $this->getJson($this->harbour->api("/uploads/parts/{$id}"))->assertJsonPath('offset', 0);
    $this->postJson($this->harbour->api('/uploads/parts'), ['size' => config('limits.content') + 1])->assertStatus(422);
    $this->getJson($this->harbour->api('/uploads/parts/'.str_repeat('a', 26)))->assertStatus(422);
    $this->getJson($this->harbour->api('/uploads/parts/..%2f..%2f.env'))->assertStatus(404);
    $this->actingAs($this->harbour->member('Jonas'));
    $this->getJson($this->harbour->api("/uploads/parts/{$id}"))->assertStatus(422);
    ($this->send)($id, 0, '0123456789')->assertStatus(422);
    $this->actingAs($this->harbour->owner);
    for ($n = 1; $n < 50; $n++) {
        ($this->begin)(1);
    }
    $this->postJson($this->harbour->api('/uploads/parts'), ['size' => 1])->assertStatus(422);
    $this->deleteJson($this->harbour->api("/uploads/parts/{$id}"))->assertNoContent();
    ($this->begin)(1);
});
