<?php

declare(strict_types=1);

use Illuminate\Testing\TestResponse;
use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;
use Tests\Support\Harbour;

/** The contract as JSON Schema: what OpenAPI calls nullable is another type there. */
function contract(): array
{
    static $contract = null;
    $contract ??= json_decode((string) file_get_contents(resource_path('openapi.json')), true);

    return $contract;
}

function asJsonSchema(mixed $schema): mixed
{
    if (! is_array($schema)) {
        return $schema;
    }
    $schema = array_map(asJsonSchema(...), $schema);
    if (($schema['nullable'] ?? false) === true) {
        unset($schema['nullable']);
        $schema = ['anyOf' => [['type' => 'null'], $schema]];
    }
    if (isset($schema['$ref'])) {
        $schema['$ref'] = str_replace('#/components/schemas/', 'https://hafenbuch.test/contract.json#/definitions/', $schema['$ref']);
    }

    return $schema;
}

/** Fails where an answer is not what the contract says of its address. */
function keepsContract(TestResponse $answer, string $path, string $verb = 'get'): TestResponse
{
    $said = contract()['paths'][$path][$verb]['responses'][(string) $answer->getStatusCode()] ?? null;
    expect($said)->not->toBeNull("{$verb} {$path} answers {$answer->getStatusCode()}, of which the contract says nothing");
    $schema = ($said['content']['application/json'] ?? $said['content']['application/problem+json'] ?? [])['schema'] ?? null;
    expect($schema)->not->toBeNull("{$verb} {$path}: no schema");
    $validator = new Validator;
    $validator->resolver()?->registerRaw((string) json_encode(['definitions' => asJsonSchema(contract()['components']['schemas'])]), 'https://hafenbuch.test/contract.json');
    $validator->resolver()?->registerRaw((string) json_encode(asJsonSchema($schema)), 'https://hafenbuch.test/answer.json');
    $result = $validator->validate(json_decode((string) $answer->getContent()), 'https://hafenbuch.test/answer.json');
    $error = $result->error();
    expect($result->isValid())->toBeTrue("{$verb} {$path}: ".($error === null ? '' : json_encode((new ErrorFormatter)->format($error))));

    return $answer;
}

it('answers as its contract says, everywhere', function () {
    $harbour = $this->harbour = new Harbour([
        'book.md' => "# Book\n\n![arm](arm.svg) [gone](gone.md)\n", 'arm.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><title>Arm</title></svg>', 'list.m3u' => "#EXTM3U\narm.svg\n", 'photo.png' => 'photo',
    ]);
    $this->actingAs($harbour->owner);
    $book = $harbour->draft('book.md', "# Book, changed\n\n![arm](arm.svg) [gone](gone.md) [n](new.md)\n");
    $harbour->draft('new.md', "# New\n");
    $arm = $harbour->document('arm.svg');
    $w = '/workspaces/{workspace}';
    $d = "{$w}/documents/{document}";

    keepsContract($this->getJson('/api/workspaces'), '/workspaces');
    keepsContract($this->getJson('/api/session'), '/session');
    keepsContract(api('GET', ''), $w);
    keepsContract(api('GET', 'pulse'), "{$w}/pulse");
    keepsContract(api('GET', 'scan'), "{$w}/scan");
    keepsContract(api('GET', 'progress'), "{$w}/progress");
    keepsContract(api('GET', 'documents?q=arm'), "{$w}/documents");
    foreach (['book.md', 'arm.svg', 'list.m3u', 'photo.png', 'new.md'] as $path) {
        keepsContract(api('GET', "documents/{$harbour->document($path)->id}"), $d);
        keepsContract(api('GET', "documents/{$harbour->document($path)->id}/series"), "{$d}/series");
    }
    keepsContract(api('GET', "documents/{$book->id}/compare/{$arm->id}"), "{$d}/compare/{other}");
    keepsContract(api('GET', "documents/{$book->id}/set-asides"), "{$d}/set-asides");
    keepsContract(api('POST', "documents/{$book->id}/copies", []), "{$d}/copies", 'post');
    keepsContract(api('POST', "documents/{$arm->id}/lock"), "{$d}/lock", 'post');
    keepsContract(api('DELETE', "documents/{$arm->id}/lock"), "{$d}/lock", 'delete');
    keepsContract(api('POST', 'documents', ['path' => 'more.svg', 'title' => 'More']), "{$w}/documents", 'post');
    keepsContract(api('PATCH', 'documents/'.$harbour->document('more.svg')->id, ['path' => 'most.svg'], $harbour->document('more.svg')->revision), $d, 'patch');
    keepsContract(api('PUT', "documents/{$arm->id}/draft", '<svg xmlns="http://www.w3.org/2000/svg"><title>Arm 2</title></svg>', 0), "{$d}/draft", 'put');
    keepsContract(api('PATCH', "documents/{$arm->id}/fields", ['name' => 'title', 'value' => 'Arm 3'], 1), "{$d}/fields", 'patch');
    keepsContract(api('POST', "documents/{$arm->id}/references", ['kind' => 'image', 'target' => $harbour->document('photo.png')->id], 2), "{$d}/references", 'post');
    keepsContract(api('GET', 'quay'), "{$w}/quay");
    keepsContract(api('POST', 'quay', ['documents' => [$arm->id], 'withBelow' => true]), "{$w}/quay", 'post');
    keepsContract(api('POST', 'quay/close', ['documents' => [$arm->id]]), "{$w}/quay/close", 'post');
    keepsContract(api('POST', 'quay/reopen'), "{$w}/quay/reopen", 'post');
    keepsContract(api('POST', 'quay/clear-hold'), "{$w}/quay/clear-hold", 'post');
    keepsContract(api('GET', 'recent/opened'), "{$w}/recent/{what}");
    keepsContract(api('POST', 'watch/points'), "{$w}/watch/points", 'post');
    keepsContract(api('PATCH', 'watch', ['minutes' => 4]), "{$w}/watch", 'patch');
    keepsContract(api('POST', 'watch/stand-down', ['minutes' => 4]), "{$w}/watch/stand-down", 'post');
    keepsContract(api('GET', 'recovery'), "{$w}/recovery");
    keepsContract(api('GET', "documents/{$book->id}/points"), "{$d}/points");
    $steps = keepsContract(api('GET', "documents/{$arm->id}/steps"), "{$d}/steps")->json();
    keepsContract(api('POST', "documents/{$arm->id}/steps/{$steps['back']}/branch", ['path' => 'branch.svg']), "{$d}/steps/{step}/branch", 'post');
    keepsContract(api('POST', "documents/{$arm->id}/steps/{$steps['back']}", null, 3), "{$d}/steps/{step}", 'post');
    keepsContract(api('GET', 'folder'), "{$w}/folder");
    keepsContract(api('POST', 'relocations', ['paths' => ['photo.png'], 'into' => 'pictures']), "{$w}/relocations", 'post');
    keepsContract(api('GET', 'templates'), "{$w}/templates");
    keepsContract(api('GET', 'settings'), "{$w}/settings");
    keepsContract(changeSettings(['numbering' => ['SVG' => 'A-{00}'], 'namingRules' => ['n' => ['prefix' => 'n-', 'suffix' => '', 'find' => '', 'replace' => '', 'pattern' => false, 'counterStart' => null, 'counterWidth' => 2, 'dated' => false, 'letterCase' => 'keep']]]), "{$w}/settings", 'patch');
    keepsContract(api('POST', 'numbers', ['format' => 'SVG']), "{$w}/numbers", 'post');
    keepsContract(api('GET', 'names?path=book.md'), "{$w}/names");
    keepsContract(api('POST', 'uploads/check', ['paths' => ['book.md']]), "{$w}/uploads/check", 'post');
    keepsContract(api('POST', 'uploads?path=up.png', 'x'), "{$w}/uploads", 'post');

    $decisions = [['document' => $book->id, 'kind' => 'save'], ['document' => $arm->id, 'kind' => 'save as', 'path' => 'arm-02.svg', 'followers' => [$harbour->document('list.m3u')->id]]];
    $plan = keepsContract(api('POST', 'plan', ['decisions' => $decisions]), "{$w}/plan", 'post')->json();
    keepsContract(api('POST', 'plan/compare', ['decisions' => $decisions, 'path' => 'book.md']), "{$w}/plan/compare", 'post');
    keepsContract(api('POST', 'plan', ['decisions' => [['document' => $book->id, 'kind' => 'copy', 'path' => 'arm.svg'], ['document' => $arm->id, 'kind' => 'delete']]]), "{$w}/plan", 'post');
    $entry = keepsContract(api('POST', 'save', ['decisions' => $decisions, 'fingerprint' => $plan['fingerprint']]), "{$w}/save", 'post')->json();
    keepsContract(api('GET', "documents/{$book->id}/versions"), "{$d}/versions");
    keepsContract(api('GET', "contrast?left={$book->id}:version-0&right={$book->id}:draft"), $w.'/contrast');
    keepsContract(api('POST', "documents/{$book->id}/versions/0", [], $book->refresh()->revision), "{$d}/versions/{number}", 'post');
    keepsContract(api('POST', "documents/{$book->id}/versions/1", [], $book->refresh()->revision), "{$d}/versions/{number}", 'post');
    keepsContract(api('PATCH', "documents/{$book->id}/versions/1", ['label' => 'Proof']), "{$d}/versions/{number}", 'patch');
    keepsContract(api('POST', "documents/{$book->id}/versions/thin", ['numbers' => [7]]), "{$d}/versions/thin", 'post');
    keepsContract(api('GET', "documents/{$book->id}/as-of?entry=0"), "{$d}/as-of");
    keepsContract(api('POST', "documents/{$book->id}/as-of", ['entry' => 0, 'documents' => [$book->id]]), "{$d}/as-of", 'post');
    keepsContract(api('POST', 'retention/preview', ['retention' => ['kind' => 'last', 'last' => 1]]), "{$w}/retention/preview", 'post');
    keepsContract(api('POST', 'retention'), "{$w}/retention", 'post');
    keepsContract(api('GET', 'room'), "{$w}/room");
    keepsContract(api('GET', 'logbook'), "{$w}/logbook");
    keepsContract(api('GET', "logbook/{$entry['id']}"), "{$w}/logbook/{operation}");
    keepsContract(api('GET', "logbook/{$entry['id']}/lines/0"), "{$w}/logbook/{operation}/lines/{position}");
    keepsContract(api('GET', "logbook/{$entry['id']}/statement"), "{$w}/logbook/{operation}/statement");
    keepsContract(api('GET', 'strays'), "{$w}/strays");
    keepsContract(api('GET', 'strays/group?kind=missing&folder='), "{$w}/strays/group");
    keepsContract(api('POST', 'relink/plan', ['answers' => [['missing' => 'gone.md', 'to' => 'arm-02.svg']]]), "{$w}/relink/plan", 'post');
    keepsContract(api('POST', 'take-in/list', []), "{$w}/take-in/list", 'post');
    keepsContract(api('POST', 'take-in/plan', []), "{$w}/take-in/plan", 'post');
    keepsContract(api('POST', 'crates/plan', ['documents' => [$book->id], 'acceptedKinds' => ['missing']]), "{$w}/crates/plan", 'post');
    keepsContract(api('POST', 'crates/plan', ['folders' => ['nowhere']]), "{$w}/crates/plan", 'post');
    keepsContract(api('POST', 'crates/secrets', ['documents' => [$book->id]]), "{$w}/crates/secrets", 'post');
    $plan = api('POST', 'crates/plan', $wish = ['name' => 'Book', 'documents' => [$book->id], 'acceptedKinds' => ['missing']])->json();
    keepsContract(api('POST', 'crates', [...$wish, 'fingerprint' => str_repeat('0', 64)]), "{$w}/crates", 'post')->assertConflict();
    $crate = keepsContract(api('POST', 'crates', [...$wish, 'fingerprint' => $plan['fingerprint']]), "{$w}/crates", 'post')->assertCreated()->json('crate.number');
    keepsContract(api('GET', 'crates'), "{$w}/crates");
    keepsContract(api('GET', "crates/{$crate}"), "{$w}/crates/{crate}");
    $file = storage_path('app/crates/'.App\Models\Crate::query()->latest('id')->value('file'));
    $from = "{$harbour->root}/book.zip";
    copy($file, $from);
    keepsContract(api('POST', 'crates/look', ['from' => $from]), "{$w}/crates/look", 'post')->assertOk();
    keepsContract(api('POST', 'crates/compare', ['from' => $from, 'place' => 'book.md']), "{$w}/crates/compare", 'post')->assertOk();
    keepsContract(api('POST', 'crates/take-in', ['from' => $from, 'into' => 'taken', 'only' => null, 'part' => null]), "{$w}/crates/take-in", 'post')->assertOk();
    unlink($from);
    api('POST', 'crate-recipes', ['name' => 'For print', 'wish' => $wish])->assertNoContent();
    keepsContract(api('GET', 'crate-recipes'), "{$w}/crate-recipes");
    keepsContract(api('PATCH', "crates/{$crate}", ['isOut' => false]), "{$w}/crates/{crate}", 'patch');
    keepsContract(api('POST', 'unused', ['from' => ['book.md']]), "{$w}/unused", 'post');
    keepsContract(api('POST', 'unused/stay', ['paths' => ['photo.png'], 'stays' => true]), "{$w}/unused/stay", 'post');
    keepsContract(api('GET', 'devices'), "{$w}/devices");
    $session = keepsContract($this->postJson('/api/sessions', ['name' => 'Kept', 'workspaces' => [$harbour->workspace->slug], 'everything' => true]), '/sessions', 'post')->json('id');
    keepsContract($this->getJson('/api/sessions'), '/sessions');
    $key = keepsContract($this->getJson("/api/sessions/{$session}"), '/sessions/{session}')->json('items.0.key');
    keepsContract($this->patchJson("/api/sessions/{$session}", ['sharedWith' => [$harbour->workspace->slug], 'stage' => 1, 'label' => 'L']), '/sessions/{session}', 'patch');
    keepsContract($this->getJson("/api/sessions/{$session}/compare/{$session}"), '/sessions/{session}/compare/{second}');
    keepsContract($this->postJson("/api/sessions/{$session}/plan", ['way' => 'add', 'only' => [$key]]), '/sessions/{session}/plan', 'post');
    keepsContract($this->postJson("/api/sessions/{$session}/open", ['way' => 'instead']), '/sessions/{session}/open', 'post');
    keepsContract($this->postJson("/api/sessions/{$session}/open", ['way' => 'instead', 'fingerprint' => 'x'])->assertStatus(409), '/sessions/{session}/open', 'post');
    keepsContract(api('GET', 'session'), "{$w}/session");
    keepsContract($this->getJson('/api/sessions/progress'), '/sessions/progress');
    keepsContract($this->deleteJson("/api/sessions/{$session}"), '/sessions/{session}', 'delete');
    keepsContract($this->getJson('/api/beginning'), '/beginning');
    keepsContract($this->getJson('/api/preferences'), '/preferences');
    keepsContract($this->patchJson('/api/preferences', ['quay' => ['order' => 'name']]), '/preferences', 'patch');
    api('PUT', "documents/{$arm->id}/views", ['name' => 'N', 'view' => ['zoom' => 2]])->assertNoContent();
    $view = keepsContract(api('GET', "documents/{$arm->id}/views"), "{$d}/views")->json('named.0.id');
    keepsContract(api('PATCH', "documents/{$arm->id}/views/{$view}", ['isDefault' => true]), "{$d}/views/{view}", 'patch');
    keepsContract(api('GET', "documents/{$arm->id}/views"), "{$d}/views");
    $undo = keepsContract(api('GET', "logbook/{$entry['id']}/undo"), "{$w}/logbook/{operation}/undo")->json();
    keepsContract(api('POST', "logbook/{$entry['id']}/undo", ['fingerprint' => $undo['fingerprint']]), "{$w}/logbook/{operation}/undo", 'post');
});

it('describes the failures too, with all that they bring', function () {
    $harbour = $this->harbour = new Harbour(['a.md' => '# A']);
    $this->actingAs($harbour->owner);
    $a = $harbour->draft('a.md', '# B');
    [$w, $d] = ['/workspaces/{workspace}', '/workspaces/{workspace}/documents/{document}'];
    keepsContract(api('PUT', "documents/{$a->id}/draft", 'x', 99)->assertStatus(412), "{$d}/draft", 'put');
    keepsContract(api('PUT', "documents/{$a->id}/draft", 'x')->assertStatus(428), "{$d}/draft", 'put');
    keepsContract(api('GET', 'documents/'.str_repeat('0', 26))->assertStatus(404), $d);
    keepsContract(api('POST', 'plan', ['decisions' => 'all'])->assertStatus(422), "{$w}/plan", 'post');
    keepsContract(api('GET', 'decisions'), "{$w}/decisions");
    keepsContract(api('PATCH', 'decisions', ['choices' => [['document' => $a->id, 'decision' => ['kind' => 'save']]]]), "{$w}/decisions", 'patch');
    $decisions = [['document' => $a->id, 'kind' => 'save']];
    $read = keepsContract(api('POST', 'plan', ['decisions' => $decisions]), "{$w}/plan", 'post')->json('fingerprint');
    $harbour->draft('a.md', '# C');
    keepsContract(api('POST', 'save', ['decisions' => $decisions, 'fingerprint' => $read])->assertStatus(409)->assertJsonPath('planned.fingerprint', $read), "{$w}/save", 'post');
    expect(contract()['components']['schemas'])->toHaveKey('Problem')->and(json_encode(contract()))->not->toContain('"required":[]');
});

it('keeps what two people change in the settings at once, or tells the second', function () {
    $harbour = $this->harbour = new Harbour;
    $this->actingAs($harbour->owner);
    $read = api('GET', 'settings')->assertHeader('ETag', '"0"')->json('revision');
    api('PATCH', 'settings', ['undoDays' => 60], $read)->assertOk()->assertJsonPath('revision', $read + 1);
    api('PATCH', 'settings', ['undoDays' => 5, 'steps' => 50], $read)->assertStatus(412)->assertJsonPath('revision', $read + 1);
    expect(api('GET', 'settings')->json('undoDays'))->toBe(60);
    // What a save keeps beside names no revision, and takes nothing away.
    App\Workspace\Settings::of($harbour->workspace)->set(['follow' => 'quay'], App\Workspace\By::commandLine($harbour->owner));
    expect(api('GET', 'settings')->json())->toMatchArray(['undoDays' => 60, 'follow' => 'quay']);
});

it('keeps one shown plan a person, however many are made', function () {
    $harbour = $this->harbour = new Harbour(['a.md' => '# A']);
    $this->actingAs($harbour->owner);
    $a = $harbour->draft('a.md', '# B');
    $count = static fn (): int => Illuminate\Support\Facades\DB::table('cache')->where('key', 'like', "%plan:{$harbour->workspace->id}:%")->count();
    foreach ([[], [['document' => $a->id, 'kind' => 'save']], [['document' => $a->id, 'kind' => 'discard']]] as $decisions) {
        api('POST', 'plan', ['decisions' => $decisions])->assertOk();
    }
    expect($count())->toBe(1);
});

it('takes the day of the person and not of the server', function (string $zone, string $day) {
    $harbour = $this->harbour = new Harbour(['plan 2026-03-01.md' => '# Plan']);
    $this->actingAs($harbour->owner);
    Illuminate\Support\Carbon::setTestNow('2026-03-07 23:30:00 UTC');
    $next = $this->getJson($harbour->api("/documents/{$harbour->document('plan 2026-03-01.md')->id}/series"), ['X-Time-Zone' => $zone])->assertOk()->json('next');
    Illuminate\Support\Carbon::setTestNow();
    expect($next)->toBe("plan {$day}.md");
})->with([['Pacific/Auckland', '2026-03-08'], ['America/Lima', '2026-03-07'], ['No/Where', '2026-03-07']]);

it('explains every refusal as problem details', function (string $verb, string $path, array|string|null $body, int $status) {
    $this->harbour = new Harbour(['a.md' => '# A']);
    $this->actingAs($this->harbour->owner);
    $answer = api($verb, str_replace('{a}', $this->harbour->document('a.md')->id, $path), $body)->assertStatus($status)->assertHeader('Content-Type', 'application/problem+json');
    expect($answer->json())->toHaveKeys(['type', 'title', 'status', 'detail'])->and($answer->json('status'))->toBe($status)->and(strlen($answer->json('detail')))->toBeGreaterThan(12);
})->with([
    'no such document' => ['GET', 'documents/01hzzzzzzzzzzzzzzzzzzzzzzz', null, 404],
    'no revision' => ['PUT', 'documents/{a}/draft', 'x', 428],
    'an unknown kind' => ['POST', 'plan', ['decisions' => [['document' => '{a}', 'kind' => 'burn']]], 422],
    'a decision on nothing' => ['POST', 'plan', ['decisions' => [['document' => '01hzzzzzzzzzzzzzzzzzzzzzzz', 'kind' => 'save']]], 422],
    'decisions that are none' => ['POST', 'plan', ['decisions' => 'all'], 422],
    'a taken path' => ['POST', 'documents', ['path' => 'a.md', 'title' => 'A'], 422],
    'a path that leads out' => ['POST', 'documents', ['path' => '../a.md', 'title' => 'A'], 422],
    'no fingerprint' => ['POST', 'save', ['decisions' => []], 422],
    'a wrong rule' => ['POST', 'documents/{a}/copies', ['rule' => ['find' => '[', 'pattern' => true]], 422],
    'too long a prefix' => ['POST', 'documents/{a}/copies', ['rule' => ['prefix' => str_repeat('x', 101)]], 422],
    'a folder that is none' => ['POST', 'relocations', ['paths' => ['b'], 'into' => 'c'], 422],
    'nothing to relocate' => ['POST', 'relocations', ['paths' => []], 422],
    'no scheme' => ['POST', 'numbers', ['format' => 'SVG'], 422],
    'settings without their revision' => ['PATCH', 'settings', ['follow' => 'nobody'], 428],
    'a new path without a revision' => ['PATCH', 'documents/{a}', ['path' => 'b.md'], 428],
    'no rule to preview' => ['POST', 'retention/preview', null, 422],
    'half a rule to preview' => ['POST', 'retention/preview', ['retention' => []], 422],
    'a wrong verb' => ['DELETE', 'settings', null, 405],
    'a template that is gone' => ['POST', 'documents', ['path' => 'b.md', 'title' => 'B', 'template' => 'ours:none.md'], 422],
    'no entry' => ['GET', 'logbook/01hzzzzzzzzzzzzzzzzzzzzzzz', null, 404],
    'an upload outside' => ['POST', 'uploads?path=/etc/x', 'x', 422],
]);
