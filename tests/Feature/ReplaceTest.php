<?php

declare(strict_types=1);

use App\Drafts\Locks;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour([
        'a.md' => "# The drum\n\nA drum, see [drum](drum.svg).\n", 'b.md' => "No such word here.\n", 'drum.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><title>Drum</title></svg>',
        'latin.html' => "<html><head><meta charset=\"iso-8859-1\"><title>M\xF6we</title></head><body>drum f\xFCr alle</body></html>",
    ]);
    $this->actingAs($this->harbour->owner);
    $this->preview = fn (array $wish): array => api('POST', 'find/replace/preview', ['find' => 'drum', 'put' => 'cylinder', ...$wish])->assertOk()->json();
    $this->all = fn (array $previews): array => array_map(static fn (array $one): array => ['id' => $one['document'], 'revision' => $one['revision'], 'offsets' => array_column($one['places'], 'offset')], $previews);
});

it('shows every place in context, and makes drafts of what was chosen', function () {
    $previews = ($this->preview)([]);
    expect(array_map(static fn (array $one): string => "{$one['path']} ".count($one['places']), $previews))->toBe(['a.md 3', 'drum.svg 1', 'latin.html 1'])
        ->and($previews[0]['places'][1])->toBe(['offset' => 14, 'line' => 3, 'before' => '# The drum A ', 'found' => 'drum', 'after' => ', see [drum](drum.svg). ', 'isReference' => false]);
    $chosen = ($this->all)($previews);
    array_shift($chosen[0]['offsets']);
    expect(api('POST', 'find/replace', ['find' => 'drum', 'put' => 'cylinder', 'documents' => $chosen])->assertOk()->json('refused'))->toBe([]);
    expect($this->harbour->workingText('a.md'))->toBe("# The drum\n\nA cylinder, see [cylinder](drum.svg).\n")
        ->and($this->harbour->workingText('latin.html'))->toContain("cylinder f\xFCr alle")->and($this->harbour->read('a.md'))->toContain('A drum');
    expect(api('GET', 'quay')->json('rows.*.path'))->toEqualCanonicalizing(['a.md', 'drum.svg', 'latin.html']);
});

it('goes into references only where that is asked', function () {
    expect(count(($this->preview)(['inReferences' => true])[0]['places']))->toBe(4)->and(($this->preview)(['inReferences' => true, 'find' => 'drum.svg'])[0]['places'][0]['isReference'])->toBeTrue()
        ->and(($this->preview)(['find' => 'drum.svg']))->toBe([]);
});

it('stays within what was said', function () {
    expect(array_column(($this->preview)(['within' => 'of kind SVG']), 'path'))->toBe(['drum.svg'])
        ->and(array_column(($this->preview)(['matchesCase' => true, 'find' => 'Drum']), 'path'))->toBe(['drum.svg'])
        ->and(($this->preview)(['wholeWords' => true, 'find' => 'rum']))->toBe([])->and(array_column(($this->preview)(['find' => '].(', 'within' => 'a']), 'path'))->toBe([]);
});

it('refuses what has changed since, what others have locked, and what is no text, one by one', function () {
    $chosen = ($this->all)(($this->preview)([]));
    $this->harbour->draft('a.md', "# A drum more\n");
    $other = $this->harbour->member('Ida');
    Locks::take($this->harbour->document('drum.svg'), $other);
    $chosen[] = ['id' => str_repeat('0', 26), 'revision' => 0, 'offsets' => [1]];
    $done = api('POST', 'find/replace', ['find' => 'drum', 'put' => 'cylinder', 'documents' => $chosen])->assertOk()->json();

    expect($done['changed'])->toBe([$this->harbour->document('latin.html')->id])->and(count($done['refused']))->toBe(3)
        ->and($this->harbour->workingText('a.md'))->toBe("# A drum more\n");
    expect(collect(($this->preview)([]))->firstWhere('path', 'drum.svg'))->toMatchArray(['isPossible' => false]);
});

it('says where it would break what it is put into', function () {
    expect(collect(($this->preview)(['put' => '</svg>']))->firstWhere('path', 'drum.svg')['problem'])->toContain('With all of them replaced');
});
