<?php

declare(strict_types=1);

use App\Finding\SearchIndex;
use Illuminate\Support\Facades\DB;
use Tests\Support\Harbour;

function finds(string $typed, int $limit = 30): array
{
    return array_map(static fn (array $hit): string => $hit['document']['path'], api('GET', 'find?'.http_build_query(['q' => $typed, 'limit' => $limit]))->assertOk()->json('documents'));
}

beforeEach(function () {
    $this->harbour = new Harbour([
        'mechanism/gauge.x3d' => '<X3D><head><meta name="title" content="Tide gauge"/><meta name="part number" content="GH-0001"/></head><Scene><Inline url=\'"drum.x3d"\'/><Inline url=\'"away.x3d"\'/></Scene></X3D>',
        'mechanism/drum.x3d' => '<X3D><head><meta name="title" content="Recording drum"/><meta name="part number" content="GH-0042"/><meta name="material" content="brass"/></head><Scene><Transform DEF="PenCarriage"/></Scene></X3D>',
        'guidebook/möwen.md' => "# Möwen am Pegelhaus\n\nThe drum turns once a day; the pen carriage follows the float.\n",
        'guidebook/flood.md' => "# The flood of 1893\n\nThe carriage of the pen was lost. See [gulls](möwen.md).\n",
        'show/wind.wav' => 'RIFF....WAVE',
    ]);
    $this->actingAs($this->harbour->owner);
});

it('finds by name, field, text and path, whatever the case and the accents', function (string $typed, array $paths) {
    expect(finds($typed))->toBe($paths);
})->with([
    'a title' => ['recording', ['mechanism/drum.x3d']],
    'the best name first' => ['drum', ['mechanism/drum.x3d', 'guidebook/möwen.md', 'mechanism/gauge.x3d']],
    'a part of a word' => ['ecordin', ['mechanism/drum.x3d']],
    'in the middle of a name of the text' => ['carriage', ['guidebook/flood.md', 'guidebook/möwen.md', 'mechanism/drum.x3d']],
    'without accents' => ['mowen', ['guidebook/möwen.md', 'guidebook/flood.md']],
    'with other accents' => ['MÖWEN pegel', ['guidebook/möwen.md']],
    'all of the words' => ['flood pen', ['guidebook/flood.md']],
    'a year' => ['1893', ['guidebook/flood.md']],
    'one letter wrong' => ['recroding', ['mechanism/drum.x3d']],
    'nothing' => ['xylophone', []],
    'a field' => ['gh-0042', ['mechanism/drum.x3d']],
    'words in quotes follow one another' => ['"pen carriage"', ['guidebook/möwen.md']],
    'of a kind' => ['of kind X3D', ['mechanism/drum.x3d', 'mechanism/gauge.x3d']],
    'of a kind that has no format' => ['of kind wav', ['show/wind.wav']],
    'in a folder' => ['drum in guidebook', ['guidebook/möwen.md']],
    'in either of two folders' => ['in guidebook in show', ['guidebook/flood.md', 'guidebook/möwen.md', 'show/wind.wav']],
    'by a field' => ['part number GH-00*', ['mechanism/drum.x3d', 'mechanism/gauge.x3d']],
    'by another field' => ['material is brass', ['mechanism/drum.x3d']],
    'what refers to it' => ['refers to drum.x3d', ['mechanism/gauge.x3d']],
    'what it refers to' => ['referred to by "Tide gauge"', ['mechanism/drum.x3d']],
    'strays' => ['stray', ['mechanism/gauge.x3d']],
    'as saved' => ['as saved flood', ['guidebook/flood.md']],
]);

it('tells how it understood what was typed', function () {
    $found = api('GET', 'find?'.http_build_query(['q' => 'möwe recroding in mechanism']))->json();

    expect($found['filters'])->toBe([['kind' => 'folder', 'words' => 'in mechanism', 'offset' => 15, 'value' => 'mechanism']])
        ->and($found['corrected'])->toBe([['typed' => 'recroding', 'meant' => ['recording']]])->and($found['words'])->toBe(['mowe', 'recroding'])->and($found['documents'])->toBe([]);
});

it('follows drafts, saves, moves and discards', function () {
    expect(finds('barnacle'))->toBe([]);
    $this->harbour->draft('guidebook/flood.md', "# The flood\n\nBarnacles everywhere.\n");
    expect(finds('barnacles'))->toBe(['guidebook/flood.md'])->and(finds('barnacles modified'))->toBe(['guidebook/flood.md'])
        ->and(finds('modified'))->toBe(['guidebook/flood.md'])
        ->and(finds('carriage in guidebook'))->toBe(['guidebook/flood.md', 'guidebook/möwen.md'], 'the saved content is found too');
    $this->harbour->saveAll();
    expect(finds('carriage in guidebook'))->toBe(['guidebook/möwen.md'])->and(finds('barnacles by '.explode(' ', $this->harbour->owner->name)[0]))->toBe(['guidebook/flood.md'])
        ->and(finds('modified'))->toBe([])->and(finds('changed today barnacles'))->toBe(['guidebook/flood.md']);
    unlink($this->harbour->root.'/guidebook/flood.md');
    $this->harbour->scan();
    expect(finds('barnacles'))->toBe([])->and(finds('gone'))->toBe(['guidebook/flood.md']);
});

it('finds what is unsettled, open, in the hold and locked', function () {
    $this->harbour->draft('mechanism/drum.x3d', '<X3D/>');
    $id = $this->harbour->document('guidebook/flood.md')->id;
    api('POST', 'quay', ['documents' => [$id]])->assertSuccessful();

    expect(finds('unsettled'))->toBe(['mechanism/gauge.x3d'])->and(finds('open'))->toEqualCanonicalizing(['guidebook/flood.md', 'mechanism/drum.x3d']);
    api('POST', 'quay/close', ['documents' => [$id]]);
    expect(finds('open'))->toBe(['mechanism/drum.x3d'])->and(finds('in the hold'))->toBe([]);
});

it('finds among what is open', function () {
    $ids = [$this->harbour->document('guidebook/flood.md')->id, $this->harbour->document('mechanism/drum.x3d')->id];
    api('POST', 'quay', ['documents' => $ids])->assertSuccessful();
    $among = static fn (string $typed): array => api('GET', 'find/open?'.http_build_query(['q' => $typed]))->assertOk()->json();

    expect($among('carriage'))->toEqualCanonicalizing($ids)->and($among('of kind X3D'))->toBe([$ids[1]])->and($among('"the pen"'))->toBe([$ids[0]])->and($among('xylophone'))->toBe([])->and($among(''))->toBe($ids);
});

it('shows the place in which it was found', function () {
    $ids = [$this->harbour->document('guidebook/möwen.md')->id, $this->harbour->document('show/wind.wav')->id];
    $places = api('GET', 'find/places?'.http_build_query(['q' => 'carriage', 'documents' => implode(',', $ids)]))->assertOk()->json();

    expect($places)->toBe([['document' => $ids[0], 'line' => 3, 'before' => '# Möwen am Pegelhaus The drum turns once a day; the pen ', 'found' => 'carriage', 'after' => ' follows the float. ']]);
});

it('finds what people have written beside the documents', function () {
    $this->harbour->draft('guidebook/flood.md', "# The flood\n");
    $this->harbour->saveAll('After the Überflutung walk');

    expect(api('GET', 'find?q=uberflut')->json('remarks.entries.0.note'))->toBe('After the Überflutung walk')
        ->and(api('GET', 'find?'.http_build_query(['q' => 'uberflut of kind X3D']))->json('remarks.entries'))->toBe([]);
});

it('knows nothing of other workspaces', function () {
    $other = new Harbour(['secret.md' => '# Xylophone']);
    app(SearchIndex::class)->catchUp($other->workspace, INF);

    expect(finds('xylophone'))->toBe([])->and(DB::table('search_texts')->where('workspace_id', $other->workspace->id)->count())->toBe(1);
});

it('says what can be filtered by', function () {
    expect(api('GET', 'find/filters')->assertOk()->json())->toMatchArray(['kinds' => ['Markdown', 'X3D'], 'folders' => ['guidebook', 'mechanism', 'show']]);
});

it('answers whatever is asked', function (string $typed) {
    api('GET', 'find?'.http_build_query(['q' => $typed]))->assertOk();
})->with(['', '"', '%', '\\', '*', '+drum -pen @4', '(', '((((', "a' or 1=1", "\u{0}", 'in /../', 'of kind *', str_repeat('drum ', 190), 'part number %', 'title is *', '🦀', 'прилив', str_repeat('x', 900), str_repeat('ä', 400), '"'.str_repeat('b ', 300).'"', '> <', '~drum', 'drum*']);

it('is the same after any history as when all is read anew', function () {
    mt_srand(11);
    $index = app(SearchIndex::class);
    $paths = ['mechanism/drum.x3d', 'guidebook/möwen.md', 'guidebook/flood.md'];
    foreach (range(1, 25) as $round) {
        $path = $paths[mt_rand(0, 2)];
        match (mt_rand(0, 3)) {
            0 => $this->harbour->draft($path, "# Round {$round}\n\nword".mt_rand(1, 5).' ümlaut'.mt_rand(1, 5)),
            1 => App\Models\Draft::query()->whereIn('document_id', App\Models\Document::query()->where('workspace_id', $this->harbour->workspace->id)->select('id'))->exists() ? $this->harbour->saveAll() : null,
            2 => file_put_contents("{$this->harbour->root}/{$path}", "# Outside {$round} word".mt_rand(1, 5)) && $this->harbour->scan(),
            default => $index->catchUp($this->harbour->workspace, 0, 1),
        };
    }
    expect($index->check($this->harbour->workspace))->toBe([]);
    $counted = DB::table('search_words')->where('workspace_id', $this->harbour->workspace->id)->where('documents', '>', 0)->pluck('documents', 'word')->all();
    $plain = [];
    foreach (DB::table('search_texts')->where('workspace_id', $this->harbour->workspace->id)->pluck('words') as $words) {
        foreach (explode(' ', $words) as $token) {
            $word = (new App\Finding\Token($this->harbour->workspace))->word($token);
            $plain[$word] = ($plain[$word] ?? 0) + 1;
        }
    }
    ksort($counted);
    ksort($plain);
    expect($counted)->toBe($plain);
});

it('reads what has more words than any text should, and what is all one word', function () {
    mt_srand(4);
    $many = implode(' ', array_map(static fn (int $n): string => "zz{$n}", range(1, 60_000)));
    foreach (['one.md', 'two.md', 'three.md'] as $name) {
        $this->harbour->put($name, $many);
    }
    $this->harbour->put('long.md', str_repeat('q', 500_000));
    $this->harbour->scan();
    expect(finds('zz777'))->toEqualCanonicalizing(['one.md', 'three.md', 'two.md'])->and(finds('long.md'))->toBe(['long.md'])
        ->and(app(SearchIndex::class)->check($this->harbour->workspace))->toBe([]);
});

it('finds what was just written while the full-text index does not see it yet', function () {
    $this->harbour->put('guidebook/keeper.md', "# The keeper\n\nShe wound the clockwork.\n");
    $this->harbour->scan();
    // InnoDB's full-text index sees a row only after its commit.
    expect(DB::transaction(static fn (): array => finds('clockwork')))->toBe(['guidebook/keeper.md']);
});

it('is found out where it is not what the documents say', function () {
    app(SearchIndex::class)->catchUp($this->harbour->workspace, INF);
    $id = $this->harbour->document('guidebook/flood.md')->id;
    DB::table('search_texts')->where('document_id', $id)->update(['words' => 'x']);

    expect(app(SearchIndex::class)->check($this->harbour->workspace))->toBe([$id])->and(app(SearchIndex::class)->check($this->harbour->workspace))->toBe([])
        ->and(finds('flood'))->toContain('guidebook/flood.md');
});

it('finds and replaces on the command line', function () {
    $found = $this->harbour->command('find', ['recording', 'of', 'kind', 'X3D', '--json']);
    expect($found['err'])->toBe('')->and($found['json'][0])->toBe(['path' => 'mechanism/drum.x3d', 'title' => 'Recording drum', 'format' => 'X3D', 'content' => 'as saved', 'where' => 'name']);
    expect(array_column($this->harbour->command('replace', ['carriage', 'wagon', '--preview', '--json', '--within=in guidebook'])['json'], 'places', 'path'))->toBe(['guidebook/flood.md' => 1, 'guidebook/möwen.md' => 1]);
    $this->harbour->command('replace', ['carriage', 'wagon', '--within=in guidebook']);
    expect($this->harbour->workingText('guidebook/flood.md'))->toContain('The wagon of the pen')->and($this->harbour->read('guidebook/flood.md'))->toContain('carriage');
});
