<?php

declare(strict_types=1);

use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour([
        'book/guide.md' => "# Guide\n\n[one](one.md) [lost](lost.md)\n", 'book/one.md' => "# One\n\n[two](two.md)\n", 'book/two.md' => "# Two\n\n[one](one.md) ![gauge](../gauge.svg)\n",
        'gauge.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><title>Gauge</title></svg>', 'alone.md' => '# Alone',
    ]);
    $this->actingAs($this->harbour->owner);
    $this->chart = function (array $query): array {
        $chart = api('GET', 'chart?'.http_build_query($query))->assertOk()->json();
        $lines = array_map(static fn (array $edge): string => "{$chart['nodes'][$edge[0]]['path']} → {$chart['nodes'][$edge[1]]['path']}", $chart['edges']);
        sort($lines);

        return [array_column($chart['nodes'], null, 'path'), $lines];
    };
});

it('maps a folder, the whole workspace, what is open, and what a search finds', function () {
    [$nodes, $lines] = ($this->chart)(['of' => 'folder', 'which' => 'book']);
    expect(array_keys($nodes))->toEqualCanonicalizing(['book/guide.md', 'book/one.md', 'book/two.md'])->and($lines)->toBe(['book/guide.md → book/one.md', 'book/one.md → book/two.md', 'book/two.md → book/one.md'])
        ->and($nodes['book/guide.md']['strays'])->toBe(1)->and($nodes['book/one.md']['cycle'])->toBe($nodes['book/two.md']['cycle'])->not->toBeNull()->and($nodes['book/guide.md']['cycle'])->toBeNull();
    expect(($this->chart)(['of' => 'folder'])[0])->toHaveCount(5)->and(($this->chart)(['of' => 'quay'])[0])->toBe([])->and(array_keys(($this->chart)(['of' => 'search', 'which' => 'alone'])[0]))->toBe(['alone.md']);
});

it('maps what is around a document, so far and that way', function () {
    $one = $this->harbour->document('book/two.md')->id;
    $around = fn (string $way, int $depth): array => collect(array_keys(($this->chart)(['of' => 'document', 'which' => $one, 'way' => $way, 'depth' => $depth])[0]))->sort()->values()->all();

    expect($around('down', 1))->toBe(['book/one.md', 'book/two.md', 'gauge.svg'])->and($around('up', 1))->toBe(['book/one.md', 'book/two.md'])->and($around('both', 2))->toBe(['book/guide.md', 'book/one.md', 'book/two.md', 'gauge.svg']);
    api('GET', 'chart?of=document&which='.str_repeat('0', 26))->assertNotFound();
    api('GET', 'chart?of=everything')->assertStatus(422);
});

it('shows what is unsaved, and what is unsettled by it', function () {
    $this->harbour->draft('gauge.svg', '<svg xmlns="http://www.w3.org/2000/svg"><title>Gauge two</title></svg>');
    [$nodes] = ($this->chart)(['of' => 'folder']);

    expect($nodes['gauge.svg'])->toMatchArray(['content' => 'modified', 'title' => 'Gauge two', 'unsettledBy' => null])->and($nodes['book/guide.md']['unsettledBy'])->toBe($this->harbour->document('gauge.svg')->id)->and($nodes['alone.md']['unsettledBy'])->toBeNull();
});
