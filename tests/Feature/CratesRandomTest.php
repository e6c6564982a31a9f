<?php

declare(strict_types=1);

use App\Crates\CrateScope;
use App\Crates\Form\FolderTarget;
use App\Crates\Packing;
use App\Crates\PackWish;
use App\Crates\TakingIn\ComingWish;
use App\Crates\TakingIn\OpenedCrate;
use App\Crates\TakingIn\TakenCrate;
use App\Crates\TakingIn\TakingIn;
use App\Drafts\WorkingContent;
use App\Models\Document;
use Hafenbuch\Core\Crate\Layout;
use Hafenbuch\Core\Crate\LeadKind;
use Hafenbuch\Core\Crate\PackChoices;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Reference\Resolver;
use Hafenbuch\Core\Tests\Support\Work\RandomWork;
use Tests\Support\HarbourWorked;

/** @return list<array{int, int, ?string}> where the references of a content stand, and where each ends below a folder */
function endsIn(string $path, string $bytes): array
{
    $reading = FormatRegistry::standard()->read($path, $bytes);
    $resolver = new Resolver('/somewhere else');

    return array_map(fn ($site): array => [$site->offset, $site->length, $resolver->resolve($path, $site->raw, $site->style, $reading->base)->path], $reading->references);
}

/** @param list<array{int, int, ?string}> $ends */
function besideReferences(string $bytes, array $ends): string
{
    foreach (array_reverse($ends) as [$offset, $length]) {
        $bytes = substr_replace($bytes, "\0", $offset, $length);
    }

    return $bytes;
}

function takenBack(HarbourWorked $worked, string $folder, bool $isEdited): TakenCrate
{
    $takingIn = app(TakingIn::class);

    return $takingIn->takeIn($worked->harbour->workspace, $worked->harbour->owner, $takingIn->look($worked->harbour->workspace, OpenedCrate::at($folder, $isEdited), new ComingWish));
}

it('packs random workspaces so that every reference ends in the crate, and takes back exactly what was changed', function (int $round) {
    for ($seed = $round; $seed < $round + 4; $seed++) {
        mt_srand($seed);
        $worked = new HarbourWorked(RandomWork::documents(6 + $seed % 9));
        $harbour = $worked->harbour;
        $folder = config('hafenbuch.roots')[0]."/random-{$seed}-".bin2hex(random_bytes(4));
        $choices = new PackChoices(mt_rand(0, 2) === 0 ? Layout::ByKind : Layout::AsIs, acceptedKinds: array_fill_keys(array_column(LeadKind::cases(), 'value'), true));
        $documents = Document::query()->kept()->where('workspace_id', $harbour->workspace->id)->get()->keyBy('path');
        $before = $documents->map(fn (Document $document): string => app(WorkingContent::class)->bytes($document->setRelation('workspace', $harbour->workspace)))->all();
        $packed = app(Packing::class)->pack($harbour->workspace, $harbour->owner, new PackWish('random', new CrateScope(folders: [''], withUnused: true), $choices), new FolderTarget($folder));
        $places = array_column($packed->rows, 'place', 'path');
        expect(count($places))->toBe(count($before), "seed {$seed}");

        foreach ($places as $path => $place) {
            $bytes = (string) file_get_contents("{$folder}/data/{$place}");
            [$was, $is] = [endsIn($path, $before[$path]), endsIn($place, $bytes)];
            expect(besideReferences($bytes, $is))->toBe(besideReferences($before[$path], $was), "seed {$seed}, {$path}: bytes beside references");
            foreach ($was as $number => [, , $end]) {
                if ($end !== null && isset($places[$end])) {
                    expect($is[$number][2])->toBe($places[$end], "seed {$seed}, {$path}: reference {$number}");
                } elseif ($end !== null) {
                    expect(is_file("{$folder}/data/{$is[$number][2]}"))->toBeFalse("seed {$seed}, {$path}: what was missing is another file");
                }
            }
        }

        expect(takenBack($worked, $folder, false)->drafts)->toBe(0, "seed {$seed}");
        $changed = [];
        foreach ($places as $path => $place) {
            if (mt_rand(0, 1) === 0 && str_ends_with($path, '.md')) {
                file_put_contents("{$folder}/data/{$place}", "\nTheir line.\n", FILE_APPEND);
                $changed[$path] = $before[$path]."\nTheir line.\n";
            } elseif (mt_rand(0, 2) === 0 && FormatRegistry::standard()->forPath($path) === null) {
                file_put_contents("{$folder}/data/{$place}", 'another leaf of theirs');
                $changed[$path] = 'another leaf of theirs';
            }
        }
        $taken = takenBack($worked, $folder, true);
        expect($taken->drafts)->toBe(count($changed), "seed {$seed}");
        foreach ($before as $path => $bytes) {
            $document = Document::at($harbour->workspace, $path)?->setRelation('workspace', $harbour->workspace) ?? throw new RuntimeException($path);
            expect(app(WorkingContent::class)->bytes($document))->toBe($changed[$path] ?? $bytes, "seed {$seed}, {$path}");
        }
    }
})->with([100, 200, 300, 400]);
