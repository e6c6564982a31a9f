<?php

declare(strict_types=1);

use App\Together\Presence;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour(['a.md' => '# A', 'b.md' => '# B']);
    $this->ida = $this->harbour->member('Ida');
    $this->actingAs($this->harbour->owner);
    $this->a = $this->harbour->document('a.md')->id;
});

function page(string $letter): string
{
    static $run = null;
    $run ??= bin2hex(random_bytes(4));

    return str_pad($run.test()->harbour->workspace->id, 26, $letter);
}

it('tells everyone who has which document on their screen, once for each', function () {
    api('PUT', 'presence', ['visit' => page('x'), 'document' => $this->a], null, $this->ida)->assertNoContent();
    api('PUT', 'presence', ['visit' => page('y'), 'document' => $this->a], null, $this->ida)->assertNoContent();
    $first = api('GET', 'pulse')->assertJson(['presence' => [['person' => $this->ida->id, 'name' => 'Ida', 'document' => $this->a]]]);
    expect($first->json('presence'))->toHaveCount(1);
    api('GET', "pulse?after={$first->json('last')}")->assertJson(['presence' => null]);
    api('PUT', 'presence', ['visit' => page('x'), 'document' => null], null, $this->ida);
    api('PUT', 'presence', ['visit' => page('y'), 'document' => null], null, $this->ida);
    api('GET', "pulse?after={$first->json('last')}")->assertJson(['topics' => ['presence'], 'presence' => []]);
});

it('ends within ten seconds after a browser is gone, and says so', function () {
    api('PUT', 'presence', ['visit' => page('x'), 'document' => $this->a], null, $this->ida);
    $last = api('GET', 'pulse')->json('last');
    Presence::sweep();
    expect(api('GET', "pulse?after={$last}")->json('topics'))->toBe([]);
    $this->travel(9)->seconds();
    Presence::sweep();
    expect(api('GET', "pulse?after={$last}")->json())->toMatchArray(['topics' => ['presence'], 'presence' => []]);
});

it('ends at once with a page that is left in an orderly way', function () {
    api('PUT', 'presence', ['visit' => page('x'), 'document' => $this->a], null, $this->ida);
    api('POST', 'visits/'.page('x').'/end', null, null, $this->ida)->assertNoContent();
    api('GET', 'pulse')->assertJson(['presence' => []]);
});

it('takes no document of another workspace, and no page of another person', function () {
    $other = new Harbour(['x.md' => '# X']);
    api('PUT', 'presence', ['visit' => page('x'), 'document' => $other->document('x.md')->id])->assertStatus(404);
    api('PUT', 'presence', ['visit' => 'short', 'document' => null])->assertStatus(422);
    api('PUT', 'presence', ['visit' => page('x'), 'document' => $this->a], null, $this->ida);
    api('PUT', 'presence', ['visit' => page('x'), 'document' => $this->harbour->document('b.md')->id])->assertNoContent();
    api('GET', 'pulse')->assertJson(['presence' => [['name' => 'Ida', 'document' => $this->a]]]);
});

it('takes a page that was left for left, though what it had asked for is heard after that', function () {
    $visit = page('x');
    api('GET', "pulse?visit={$visit}", as: $this->ida)->assertOk();
    api('POST', "visits/{$visit}/end", null, null, $this->ida);
    api('GET', "pulse?visit={$visit}", as: $this->ida)->assertOk();
    $this->travel(30)->seconds();
    expect(App\Past\Recovery\Visits::brokenOff($this->harbour->workspace, $this->ida, null))->toBeNull();
    // One that comes back from the browser's memory goes on, and is missed when it goes without a word.
    api('GET', "pulse?visit={$visit}", as: $this->ida)->assertOk();
    $this->travel(30)->seconds();
    expect(App\Past\Recovery\Visits::brokenOff($this->harbour->workspace, $this->ida, null))->not->toBeNull();
});
