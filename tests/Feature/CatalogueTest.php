<?php

declare(strict_types=1);

use App\Models\Document;
use App\Saving\PlanBlocked;
use App\Workspace\Catalogue\Catalogue;
use App\Workspace\Catalogue\Catalogues;
use App\Workspace\Catalogue\FolderSum;
use Illuminate\Support\Facades\DB;
use Tests\Support\Harbour;

/** Names that meet in sorting, in folders that begin alike, with letters that have a large and a small form. */
const CATALOGUE_NAMES = ['a.md', 'a/a.md', 'a/b/Éclair.md', 'a-b/c.md', 'a0.md', 'a/b.md', 'ab/Float Chamber.md', 'ab/2024/7.md', 'Z/über.md', 'z/1/2/3/4.md', 'a/b/c/d.md', "a/b c's (1).md"];

beforeEach(function () {
    mt_srand((int) (getenv('HAFENBUCH_SEED') ?: 1853));
    $this->harbour = new Harbour(array_combine(CATALOGUE_NAMES, array_map(static fn (string $path): string => "# The part {$path}\n", CATALOGUE_NAMES)));
    $this->catalogues = app(Catalogues::class);
    $this->file = storage_path("catalogues/{$this->harbour->workspace->id}");
    $this->rows = fn () => Document::query()->kept()->with('draft')->where('workspace_id', $this->harbour->workspace->id)->get();

    $this->save = function (): void {
        try {
            $this->harbour->saveAll();
        } catch (PlanBlocked|RuntimeException) {
            // There is nothing to save, or a file has gone.
        }
    };

    // Each folder and each word as a plain look at every row finds them.
    $this->compare = function (Catalogue $catalogue): void {
        foreach (['', 'a', 'a/b', 'a-b', 'ab', 'ab/2024', 'Z', 'z/1/2', 'none', 'new'] as $folder) {
            $prefix = $folder === '' ? '' : "{$folder}/";
            $documents = $folders = [];
            foreach (($this->rows)() as $document) {
                if (! str_starts_with($document->path, $prefix)) {
                    continue;
                }
                $parts = explode('/', substr($document->path, strlen($prefix)));
                if (count($parts) === 1) {
                    $documents[] = $document->id;
                } else {
                    $folders[$parts[0]] = ($folders[$parts[0]] ?? new FolderSum)->plus(new FolderSum(1, (int) ($document->draft !== null), (int) ($document->draft->size ?? $document->size)));
                }
            }
            ksort($folders, SORT_STRING);
            $found = $catalogue->folder($folder);
            expect($found->documents)->toEqualCanonicalizing($documents, $folder)->and($found->folders)->toEqual($folders)->and(array_keys($found->folders))->toBe(array_keys($folders));
        }
        foreach ([[], ['a'], ['eclair'], ['uber'], ['part', 'b'], ['chamber', 'float'], ['none'], ['.md', '/', 'the'], ['a.md'], ["'s"]] as $words) {
            $expected = ($this->rows)()->filter(static fn (Document $document): bool => ! $document->is_gone
                && array_filter($words, static fn (string $word): bool => ! str_contains(Hafenbuch\Core\Find\Fold::text("{$document->path}\n{$document->title}"), $word)) === [])->pluck('id')->all();
            expect($catalogue->find($words, 1000))->toEqualCanonicalizing($expected, implode(' ', $words));
        }
    };
});

it('lists folders and finds names as if it looked at every row, whatever happens in the workspace', function () {
    ($this->compare)($this->catalogues->of($this->harbour->workspace));
    $kept = file_get_contents($this->file);
    for ($step = 0; $step < 30; $step++) {
        $all = ($this->rows)();
        $one = $all->values()[mt_rand(0, count($all) - 1)];
        match (mt_rand(0, 5)) {
            0, 1 => $this->harbour->draft($one->path, "# Other {$step}\n".str_repeat('x', mt_rand(0, 50))),
            2 => $this->harbour->draft("new/{$step}/Éle.md", "# New {$step}\n"),
            3 => ($this->save)(),
            4 => $this->harbour->put(CATALOGUE_NAMES[mt_rand(0, 11)], "# From outside {$step}\n"),
            5 => @unlink("{$this->harbour->root}/{$one->path}"),
        };
        if ($step % 3 === 0) {
            $this->harbour->scan();
        }
        ($this->compare)($this->catalogues->of($this->harbour->workspace));
    }
    expect(file_get_contents($this->file))->toBe($kept)->and($this->catalogues->check($this->harbour->workspace))->toBe([]);
    unlink($this->file);
    ($this->compare)($this->catalogues->of($this->harbour->workspace));
});

it('is made anew where its file is damaged, and says by a check where it is wrong', function () {
    $this->catalogues->of($this->harbour->workspace);
    $whole = (string) file_get_contents($this->file);
    foreach ([substr($whole, 0, -5), '', 'Hafenbuch catalogue 1', substr_replace($whole, 'x', 200, 1), $whole.'x'] as $spoiled) {
        file_put_contents($this->file, $spoiled);
        ($this->compare)($this->catalogues->of($this->harbour->workspace));
    }
    // As no code of ours does it: a row that changes without being touched.
    DB::statement("update documents set title = 'Another', touched_at = touched_at where workspace_id = ? and path = 'a.md'", [$this->harbour->workspace->id]);
    $id = $this->harbour->document('a.md')->id;

    expect($this->catalogues->of($this->harbour->workspace)->find(['another'], 10))->toBe([])->and($this->catalogues->check($this->harbour->workspace))->toBe([$id])
        ->and($this->catalogues->of($this->harbour->workspace)->find(['another'], 10))->toBe([$id])->and($this->catalogues->check($this->harbour->workspace))->toBe([]);
});

it('keeps nothing of what may still be taken back, and finds first what is first by its path', function () {
    expect($this->catalogues->of($this->harbour->workspace)->find([], 2))->toHaveCount(2);
    DB::beginTransaction();
    $this->harbour->draft('a.md', "# Taken back\n");
    expect($this->catalogues->of($this->harbour->workspace)->find(['taken', 'back'], 10))->toHaveCount(1);
    DB::rollBack();
    expect($this->catalogues->of($this->harbour->workspace)->find(['taken', 'back'], 10))->toBe([]);

    $paths = ($this->rows)()->pluck('path', 'id');
    $found = array_map(static fn (string $id): string => $paths[$id], $this->catalogues->of($this->harbour->workspace)->find(['part'], 3));
    $sorted = $paths->values()->sort(SORT_STRING)->values()->take(3)->all();
    expect($found)->toBe($sorted);
});
