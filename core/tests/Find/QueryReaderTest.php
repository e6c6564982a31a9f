<?php

declare(strict_types=1);

use Hafenbuch\Core\Find\FilterKind;
use Hafenbuch\Core\Find\Names;
use Hafenbuch\Core\Find\Query;
use Hafenbuch\Core\Find\QueryReader;
use Hafenbuch\Core\Find\Term;

function queried(string $typed): Query
{
    $names = new class implements Names {
        private function one(string $words, array $known): ?string
        {
            return $known[mb_strtolower($words)] ?? null;
        }

        public function kind(string $words): ?string
        {
            return $this->one($words, ['x3d' => 'X3D', 'data package' => 'Data Package', 'wav' => 'wav']);
        }

        public function folder(string $words): ?string
        {
            return $this->one($words, ['mechanism' => 'mechanism', 'part one' => 'guidebook/part one']);
        }

        public function person(string $words): ?string
        {
            return $this->one($words, ['ida' => '7', 'ida holm' => '7']);
        }

        public function document(string $words): ?string
        {
            return $this->one($words, ['drum.x3d' => 'mechanism/drum.x3d']);
        }

        public function state(string $words): ?string
        {
            return $this->one($words, ['released' => 'Released']);
        }

        public function fields(): array
        {
            return ['part number', 'material'];
        }
    };

    return (new QueryReader($names, new DateTimeImmutable('2026-11-25 01:30', new DateTimeZone('Europe/Berlin'))))->read($typed);
}

/** @return list<string> filters as kind, value and the words that they stand for */
function narrowed(string $typed): array
{
    return array_map(static fn ($filter): string => trim("{$filter->kind->value} {$filter->field}").": {$filter->value} [{$filter->words}]", queried($typed)->filters);
}

it('reads filters in plain words', function (string $typed, array $filters, array $words) {
    expect(narrowed($typed))->toBe($filters)->and(queried($typed)->words())->toBe($words);
})->with([
    ['pen carriage', [], ['pen', 'carriage']],
    ['pen of kind X3D carriage', ['kind: X3D [of kind X3D]'], ['pen', 'carriage']],
    ['of kind data package', ['kind: Data Package [of kind data package]'], []],
    ['of kind unheard', [], ['of', 'kind', 'unheard']],
    ['in mechanism', ['folder: mechanism [in mechanism]'], []],
    ['in "part one" sea', ['folder: guidebook/part one [in "part one"]'], ['sea']],
    ['in the hold', ['state: in the hold [in the hold]'], []],
    ['in state released', ['state: Released [in state released]'], []],
    ['in nowhere', [], ['in', 'nowhere']],
    ['by ida holm drum', ['person: 7 [by ida holm]'], ['drum']],
    ['refers to drum.x3d', ['refers to: mechanism/drum.x3d [refers to drum.x3d]'], []],
    ['referred to by drum.x3d modified', ['referred to by: mechanism/drum.x3d [referred to by drum.x3d]', 'state: modified [modified]'], []],
    ['as saved', ['state: as saved [as saved]'], []],
    ['"as saved"', [], ['as', 'saved']],
    ['changed this week', ['since: 2026-11-22T23:00:00Z [changed this week]'], []],
    ['changed since 2026-11-01 changed before 2026-11-10', ['since: 2026-10-31T23:00:00Z [changed since 2026-11-01]', 'before: 2026-11-09T23:00:00Z [changed before 2026-11-10]'], []],
    ['changed since 2026-02-31', [], ['changed', 'since', '2026', '02', '31']],
    ['part number GH-00*', ['field part number: gh-00* [part number GH-00*]'], []],
    ['material is brass', ['field material: brass [material is brass]'], []],
    ['material list', [], ['material', 'list']],
    ['material', [], ['material']],
    ['', [], []],
    ['"', [], []],
    ['* -- ~', [], []],
]);

it('takes words in quotes as they stand', function () {
    expect(queried('the "pen carriage" drum')->terms)->toEqual([new Term('the', ['the'], false), new Term('pen carriage', ['pen', 'carriage'], true), new Term('drum', ['drum'], false)]);
});

it('says of each filter where it stands', function () {
    $typed = 'möwe of kind X3D';
    $filter = queried($typed)->of(FilterKind::Kind)[0];

    expect(substr($typed, $filter->offset, strlen($filter->words)))->toBe('of kind X3D');
});

it('reads whatever is typed', function () {
    mt_srand(17);
    $pieces = ['of', 'kind', 'in', 'the', 'hold', 'by', 'ida', '"', ' ', 'X3D', "\xFF", 'ä', 'changed', 'since', '2026-01-01', 'part', 'number', '*', 'is', "\n", '\\', '%', 'refers', 'to'];
    foreach (range(1, 2000) as $ignored) {
        $typed = implode(mt_rand(0, 1) === 1 ? ' ' : '', array_map(static fn (): string => $pieces[mt_rand(0, count($pieces) - 1)], range(0, mt_rand(0, 9))));
        $clean = mb_scrub($typed, 'UTF-8');
        foreach (queried($typed)->filters as $filter) {
            expect(substr($clean, $filter->offset, strlen($filter->words)))->toBe($filter->words);
        }
    }
});
