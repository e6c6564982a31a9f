<?php

declare(strict_types=1);

use App\Models\Role;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour(['a.md' => '# A', 'b.md' => '# B']);
    $this->actingAs($this->harbour->owner);
    $this->add = fn (array $item, ?int $parent = null, bool $isShared = false): array => api('POST', 'bookmarks', ['items' => [['leadsTo' => '', ...$item]], 'parent' => $parent, 'isShared' => $isShared])->assertOk()->json();
    $this->tree = static fn (array $all): array => array_map(static fn (array $one): string => "{$one['name']}".($one['parent'] === null ? '' : ' in '.collect($all)->firstWhere('id', $one['parent'])['name']), $all);
});

it('keeps a tree of documents, searches and sessions, in a person’s order', function () {
    $folder = ($this->add)(['kind' => 'folder', 'name' => 'Mechanism'])[0]['id'];
    ($this->add)(['kind' => 'document', 'name' => 'A', 'leadsTo' => $this->harbour->document('a.md')->id], $folder);
    ($this->add)(['kind' => 'search', 'name' => 'Brass', 'leadsTo' => 'material is brass'], $folder);
    $all = ($this->add)(['kind' => 'search', 'name' => 'Strays', 'leadsTo' => 'stray']);
    expect(($this->tree)($all))->toEqualCanonicalizing(['Mechanism', 'A in Mechanism', 'Brass in Mechanism', 'Strays']);
    $id = static fn (string $name): int => collect($all)->firstWhere('name', $name)['id'];
    $all = api('PATCH', "bookmarks/{$id('Brass')}", ['parent' => $folder, 'before' => $id('A')])->assertOk()->json();
    expect(array_values(array_filter(($this->tree)($all), static fn (string $line): bool => str_contains($line, ' in '))))->toBe(['Brass in Mechanism', 'A in Mechanism']);
    $all = api('PATCH', "bookmarks/{$id('Strays')}", ['parent' => $folder, 'before' => null])->json();
    expect(array_slice(($this->tree)($all), -1))->toBe(['Strays in Mechanism']);
    api('PATCH', "bookmarks/{$id('A')}", ['name' => 'The A'])->assertOk();
    expect(api('DELETE', "bookmarks/{$folder}")->assertOk()->json())->toBe([]);
});

it('does not keep the same at one place twice, and says what has gone', function () {
    $id = $this->harbour->document('a.md')->id;
    ($this->add)(['kind' => 'document', 'name' => 'A', 'leadsTo' => $id]);
    expect(($this->add)(['kind' => 'document', 'name' => 'A', 'leadsTo' => $id]))->toHaveCount(1);
    unlink($this->harbour->root.'/a.md');
    $this->harbour->scan();
    expect(api('GET', 'bookmarks')->json('0.isThere'))->toBeFalse();
});

it('refuses circles, what is not there, and what is not one’s own to change', function () {
    $outer = ($this->add)(['kind' => 'folder', 'name' => 'Outer'])[0]['id'];
    $inner = collect(($this->add)(['kind' => 'folder', 'name' => 'Inner'], $outer))->firstWhere('name', 'Inner')['id'];
    api('PATCH', "bookmarks/{$outer}", ['parent' => $inner])->assertStatus(422);
    api('POST', 'bookmarks', ['items' => [['kind' => 'document', 'name' => 'X', 'leadsTo' => str_repeat('0', 26)]]])->assertStatus(422);
    api('POST', 'bookmarks', ['items' => [['kind' => 'search', 'name' => 'X', 'leadsTo' => 'x']], 'parent' => 99_999_999])->assertStatus(422);
    $shared = collect(($this->add)(['kind' => 'search', 'name' => 'For all', 'leadsTo' => 'stray'], null, true))->firstWhere('name', 'For all')['id'];
    $reader = $this->harbour->member('Rolf', Role::Reader);
    expect(api('GET', 'bookmarks', as: $reader)->json('*.name'))->toBe(['For all']);
    api('DELETE', "bookmarks/{$shared}", as: $reader)->assertStatus(422);
    api('DELETE', "bookmarks/{$outer}", as: $reader)->assertStatus(422);
    api('POST', 'bookmarks', ['items' => [['kind' => 'search', 'name' => 'Mine', 'leadsTo' => 'x']]], as: $reader)->assertOk();
    expect(api('GET', 'bookmarks')->json('*.name'))->toEqualCanonicalizing(['Outer', 'Inner', 'For all']);
});
