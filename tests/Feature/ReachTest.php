<?php

declare(strict_types=1);

use Tests\Support\Harbour;

it('names everything that would show a change of a document, with how far it is and by which way', function () {
    $this->harbour = $harbour = new Harbour(['guide.md' => "# Guide\n\n[one](one.md)\n[two](two.md)\n", 'one.md' => "# One\n\n![gauge](gauge.svg)\n", 'two.md' => "# Two\n\n[one](one.md)\n", 'gauge.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><title>Gauge</title></svg>', 'alone.md' => '# Alone']);
    $this->actingAs($harbour->owner);
    $said = function (string $path, string $way) use ($harbour): array {
        $answer = api('GET', "documents/{$harbour->document($path)->id}/reach?way={$way}")->assertOk()->json();
        $paths = [];
        foreach ($answer['rows'] as $one) {
            $paths[] = "{$one['distance']} {$one['row']['path']} by ".App\Models\Document::query()->findOrFail($one['by'])->path;
        }
        sort($paths);

        return [$answer['total'], $paths];
    };
    expect($said('gauge.svg', 'above'))->toBe([3, ['1 one.md by gauge.svg', '2 guide.md by one.md', '2 two.md by one.md']])
        ->and($said('guide.md', 'below'))->toBe([3, ['1 one.md by guide.md', '1 two.md by guide.md', '2 gauge.svg by one.md']])->and($said('alone.md', 'above'))->toBe([0, []]);
    $harbour->draft('alone.md', "# Alone no more\n\n[gauge](gauge.svg)\n");
    expect($said('gauge.svg', 'above')[1])->toContain('1 alone.md by gauge.svg');
    api('GET', "documents/{$harbour->document('alone.md')->id}/reach?way=sideways")->assertStatus(422);
});
