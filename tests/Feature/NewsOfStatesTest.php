<?php

declare(strict_types=1);

use App\Workspace\Pulse;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour([
        'guide.md' => "# Guide\n\n[chapter](chapter.md)\n", 'chapter.md' => "# Chapter\n\n[notes](notes.md)\n", 'notes.md' => "# Notes\n", 'show.md' => "# Show\n",
    ]);
    $this->actingAs($this->harbour->owner);
    $this->last = Pulse::last($this->harbour->workspace);
});

/** @return array{topics: list<string>, states: list<string>, edits: list<string>} what was told since, by paths */
function told(): array
{
    $news = Pulse::since(test()->harbour->workspace, test()->last);
    test()->last = $news['last'];
    $paths = App\Models\Document::query()->pluck('path', 'id')->all();
    $named = static function (array $ids) use ($paths): array {
        $names = array_map(static fn (string $id): string => $paths[$id], $ids);
        sort($names);

        return $names;
    };

    return ['topics' => $news['topics'], 'states' => $named($news['states']), 'edits' => $named($news['edits'])];
}

it('names the documents above the first draft of one, and then only the one', function () {
    $this->harbour->draft('notes.md', "# Notes of the year\n");
    expect(told())->toBe(['topics' => ['states'], 'states' => ['chapter.md', 'guide.md', 'notes.md'], 'edits' => []]);
    $this->harbour->draft('notes.md', "# Notes of two years\n");
    expect(told())->toBe(['topics' => ['edits'], 'states' => [], 'edits' => ['notes.md']]);
});

it('names no documents beyond another that is unsaved, whether one is changed or saved', function () {
    $this->harbour->draft('chapter.md', "# Chapter one\n\n[notes](notes.md)\n");
    told();
    $this->harbour->draft('notes.md', "# Notes of the year\n");
    expect(told()['states'])->toBe(['chapter.md', 'notes.md']);
    $this->harbour->draft('notes.md', "# Notes\n");
    expect(told()['states'])->toBe(['chapter.md', 'notes.md']);
    $this->harbour->draft('show.md', "# The show\n");
    told();
    $plan = api('POST', 'plan', ['decisions' => [['document' => $this->harbour->document('show.md')->id, 'kind' => 'save']]])->assertOk()->json();
    api('POST', 'save', ['decisions' => [['document' => $this->harbour->document('show.md')->id, 'kind' => 'save']], 'fingerprint' => $plan['fingerprint'], 'note' => null])->assertSuccessful();
    $news = told();
    expect($news['states'])->toBe(['show.md'])->and($news['topics'])->not->toContain('documents')->toContain('logbook', 'states');
});

it('tells that anything may have changed where references have', function () {
    $this->harbour->draft('show.md', "# Show\n\n[notes](notes.md)\n");
    expect(told()['topics'])->toBe(['documents']);
    $this->harbour->draft('show.md', "# Show\n\n[notes](note.md)\n");
    expect(told()['topics'])->toBe(['documents']);
    $this->harbour->draft('show.md', "# Show\n");
    expect(told()['topics'])->toBe(['documents']);
});
