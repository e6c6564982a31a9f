<?php

declare(strict_types=1);

use Tests\Support\Rooms;

/* The house has few rooms, and every arrow between two of them is written here; docs/architecture.md draws them. */

const APP_ROOMS = [
    'Support' => [],
    'Models' => [],
    'Workspace' => ['Models', 'Support'],
    'Drafts' => ['Models', 'Support', 'Workspace'],
    'Naming' => ['Drafts', 'Models', 'Support', 'Workspace'],
    'Quay' => ['Models', 'Support', 'Workspace'],
    'Saving' => ['Drafts', 'Models', 'Quay', 'Support', 'Workspace'],
    'Past' => ['Drafts', 'Models', 'Quay', 'Support', 'Workspace'],
    'Http' => ['Drafts', 'Models', 'Naming', 'Past', 'Quay', 'Saving', 'Support', 'Workspace'],
    'Console' => ['Drafts', 'Models', 'Past', 'Quay', 'Saving', 'Support', 'Workspace'],
    'Setup' => ['Drafts', 'Http', 'Models', 'Past', 'Quay', 'Saving', 'Workspace'],
    'Providers' => ['Drafts', 'Workspace'],
];

const CORE_ROOMS = [
    'Path' => [],
    'Reference' => ['Path'],
    'Document' => ['Path', 'Reference'],
    'Format' => ['Path', 'Reference'],
    'Write' => ['Path'],
    'Naming' => ['Path'],
    'Retention' => [],
    'Template' => ['Format'],
    'History' => ['Format', 'Reference'],
    'Plan' => ['Document', 'Format', 'Naming', 'Path', 'Reference', 'Write'],
    'Copy' => ['Document', 'Naming', 'Path', 'Plan'],
];

it('has no arrow between rooms but those that are drawn', function (string $folder, string $prefix, array $drawn) {
    $uses = Rooms::ofPhp(dirname(__DIR__).'/'.$folder, $prefix);
    ksort($drawn);
    expect(array_keys($uses))->toBe(array_keys($drawn));
    foreach ($uses as $room => $used) {
        expect(array_diff($used, $drawn[$room]))->toBe([], "{$folder}/{$room} uses rooms that it must not know");
    }
})->with(['app' => ['app', 'App', APP_ROOMS], 'core' => ['core/src', 'Hafenbuch\Core', CORE_ROOMS]]);

it('draws no circle', function (array $drawn) {
    expect(Rooms::circle($drawn))->toBe([]);
})->with(['app' => [APP_ROOMS], 'core' => [CORE_ROOMS]]);

arch('controllers ask services and touch no files')
    ->expect('App\Http\Controllers')
    ->not->toUse(['Hafenbuch\Core\Write\Transaction', 'Hafenbuch\Core\Write\Recovery', 'file_put_contents', 'rename', 'unlink']);

arch('services know nothing of requests')
    ->expect(['App\Workspace', 'App\Drafts', 'App\Naming', 'App\Quay', 'App\Saving', 'App\Past'])
    ->not->toUse('Illuminate\Http');

arch('nothing is left in that stops or prints')
    ->expect(['App', 'Hafenbuch\Core'])
    ->not->toUse(['dd', 'dump', 'var_dump', 'die']);
