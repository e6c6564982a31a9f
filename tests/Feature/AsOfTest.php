<?php

declare(strict_types=1);

use App\Models\Document;
use Illuminate\Support\Facades\DB;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour([
        'book.md' => "# Book\n\n![arm](arm.svg) [notes](notes.md)\n", 'arm.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><title>Arm</title></svg>', 'notes.md' => "# Notes\n\n[deep](deep.md)\n", 'deep.md' => "# Deep\n",
    ]);
    $this->actingAs($this->harbour->owner);
    $this->save = function (array $contents): void {
        foreach ($contents as $path => $content) {
            $this->harbour->draft($path, $content);
        }
        $this->harbour->saveAll();
    };
    $this->run = function (array $decisions): void {
        api('POST', 'save', ['decisions' => $decisions, 'fingerprint' => api('POST', 'plan', ['decisions' => $decisions])->json('fingerprint')])->assertOk();
    };
    $this->move = fn (string $path, string $to) => ($this->run)(api('POST', 'relocations', ['paths' => [$path], 'to' => $to])->json());
    $this->id = fn (string $path): string => $this->harbour->document($path)->id;
    $this->rows = fn (string $query): array => collect(api('GET', 'documents/'.($this->id)('book.md')."/as-of?{$query}")->assertOk()->json('rows'))->mapWithKeys(fn (array $row) => [$row['pathThen'] => $row['kind']])->all();
});

it('takes a document with all below it as it was, with what has moved and what was deleted since', function () {
    ($this->save)(['arm.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><title>Arm 1</title></svg>']);   // 1
    ($this->save)(['book.md' => "# Book 2\n\n![arm](arm.svg)\n", 'deep.md' => "# Deep 2\n"]);              // 2
    ($this->move)('arm.svg', 'mechanism/arm.svg');                                                          // 3
    ($this->run)([['document' => ($this->id)('notes.md'), 'kind' => 'delete']]);                  // 4
    ($this->save)(['mechanism/arm.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><title>Arm 5</title></svg>']); // 5
    $notes = Document::query()->where('workspace_id', $this->harbour->workspace->id)->where('path', 'notes.md')->value('id');

    expect(($this->rows)('entry=1'))->toBe(['book.md' => 'changes', 'arm.svg' => 'changes', 'notes.md' => 'comes back', 'deep.md' => 'changes'])
        ->and(($this->rows)('entry=5'))->toBe(['book.md' => 'fits', 'mechanism/arm.svg' => 'fits'])
        ->and(($this->rows)('entry=2'))->toBe(['book.md' => 'fits', 'arm.svg' => 'changes']);

    $back = api('POST', 'documents/'.($this->id)('book.md').'/as-of', ['entry' => 1, 'documents' => [($this->id)('book.md'), ($this->id)('mechanism/arm.svg'), $notes, ($this->id)('deep.md')]])->assertOk()->json('documents');
    expect($back)->toHaveCount(4)->and($this->harbour->workingText('book.md'))->toBe("# Book\n\n![arm](mechanism/arm.svg) [notes](notes.md)\n")
        ->and($this->harbour->workingText('mechanism/arm.svg'))->toContain('Arm 1')->and($this->harbour->workingText('notes.md'))->toBe("# Notes\n\n[deep](deep.md)\n")
        ->and($this->harbour->read('notes.md'))->toBeNull()->and($this->harbour->read('book.md'))->toContain('Book 2');
    $this->harbour->saveAll('as of entry 1');
    expect($this->harbour->read('notes.md'))->toBe("# Notes\n\n[deep](deep.md)\n")->and($this->harbour->read('book.md'))->toContain('mechanism/arm.svg')
        ->and(array_column(api('GET', 'quay')->json('rows'), 'below'))->each->toBe('settled')
        ->and(($this->rows)('entry=1'))->each->toBe('fits');
});

it('goes by a moment too, and before the first entry', function () {
    ($this->save)(['book.md' => "# Book 1\n"]);
    DB::table('operations')->where('workspace_id', $this->harbour->workspace->id)->update(['created_at' => '2026-03-01 12:00:00']);
    ($this->save)(['book.md' => "# Book 2\n"]);
    expect(api('GET', 'documents/'.($this->id)('book.md').'/as-of?moment=2026-03-02T00:00:00Z')->json('entry'))->toBe(1)
        ->and(api('GET', 'documents/'.($this->id)('book.md').'/as-of?moment=2026-02-01T00:00:00Z')->json('entry'))->toBe(0)
        ->and(($this->rows)('moment=2026-02-01T00:00:00Z'))->toBe(['book.md' => 'changes', 'arm.svg' => 'fits', 'notes.md' => 'fits', 'deep.md' => 'fits']);
    api('GET', 'documents/'.($this->id)('book.md').'/as-of')->assertStatus(422);
});

it('says what can’t be had any more, and brings back the rest', function () {
    ($this->save)(['book.md' => "# Book 1\n\n![arm](arm.svg)\n"]);
    ($this->save)(['book.md' => "# Book 2\n", 'arm.svg' => '<svg xmlns="http://www.w3.org/2000/svg"/>']);
    unlink(Storage::disk('contents')->path(App\Workspace\Files\DiskContentStore::name(hash('sha256', '<svg xmlns="http://www.w3.org/2000/svg"><title>Arm</title></svg>'))));
    expect(($this->rows)('entry=1'))->toBe(['book.md' => 'changes', 'arm.svg' => 'lost']);
    api('POST', 'documents/'.($this->id)('book.md').'/as-of', ['entry' => 1, 'documents' => [($this->id)('arm.svg')]])->assertStatus(422);
    api('POST', 'documents/'.($this->id)('book.md').'/as-of', ['entry' => 1, 'documents' => [($this->id)('book.md'), ($this->id)('arm.svg')]])->assertOk();
    expect($this->harbour->workingText('book.md'))->toContain('Book 1');
    // Other tests' documents may have the same content.
    app(App\Workspace\Files\DiskContentStore::class)->putBytes('<svg xmlns="http://www.w3.org/2000/svg"><title>Arm</title></svg>');
});

it('knows nothing of a document before it was made', function () {
    ($this->save)(['book.md' => "# Book 1\n"]);
    ($this->save)(['new.md' => "# New\n"]);
    expect(api('GET', 'documents/'.($this->id)('new.md').'/as-of?entry=1')->json('rows'))->toBe([]);
});
