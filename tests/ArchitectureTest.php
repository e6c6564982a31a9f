<?php

declare(strict_types=1);

use Tests\Support\Rooms;

/* The house has few rooms, and every arrow between two of them is written here; docs/architecture.md draws them. */

const APP_ROOMS = [
    'Support' => [],
    'Models' => [],
    'Rights' => ['Models', 'Support'],
    'Workspace' => ['Models', 'Rights', 'Support'],
    'People' => ['Models', 'Rights', 'Support', 'Workspace'],
    'Drafts' => ['Models', 'Rights', 'Support', 'Workspace'],
    'Together' => ['Drafts', 'Models', 'Support', 'Workspace'],
    'Pictures' => ['Drafts', 'Models', 'Past', 'Support', 'Workspace'],
    'Naming' => ['Drafts', 'Models', 'Support', 'Workspace'],
    'Quay' => ['Models', 'Support', 'Workspace'],
    'Small' => ['Drafts', 'Models', 'Support'],
    'Finding' => ['Drafts', 'Models', 'Quay', 'Rights', 'Support', 'Workspace'],
    'Saving' => ['Drafts', 'Models', 'Quay', 'Rights', 'Support', 'Workspace'],
    'Past' => ['Drafts', 'Models', 'Quay', 'Support', 'Workspace'],
    'Relink' => ['Models', 'Saving', 'Support', 'Workspace'],
    'TakeIn' => ['Models', 'Relink', 'Saving', 'Support', 'Workspace'],
    'Devices' => ['Models', 'Relink', 'Saving', 'Support', 'Workspace'],
    'Sessions' => ['Drafts', 'Models', 'Past', 'Quay', 'Rights', 'Support', 'Workspace'],
    'Crates' => ['Drafts', 'Models', 'Past', 'Quay', 'Relink', 'Saving', 'Sessions', 'Support', 'TakeIn', 'Workspace'],
    'Http' => ['Crates', 'Devices', 'Drafts', 'Finding', 'Models', 'Naming', 'Past', 'People', 'Pictures', 'Quay', 'Relink', 'Rights', 'Saving', 'Sessions', 'Small', 'Support', 'TakeIn', 'Together', 'Workspace'],
    'Serving' => ['Backup', 'Finding', 'Http', 'Models', 'Past', 'People', 'Pictures', 'Support', 'Together', 'Workspace'],
    'Backup' => ['Models', 'Past', 'Support', 'Workspace'],
    'Console' => ['Backup', 'Crates', 'Devices', 'Drafts', 'Finding', 'Models', 'Past', 'People', 'Pictures', 'Quay', 'Relink', 'Rights', 'Saving', 'Serving', 'Sessions', 'Support', 'TakeIn', 'Workspace'],
    'Setup' => ['Crates', 'Devices', 'Drafts', 'Http', 'Models', 'Past', 'Quay', 'Saving', 'Sessions', 'Together', 'Workspace'],
    'Providers' => ['Devices', 'Drafts', 'Http', 'Models', 'People', 'Rights', 'Serving', 'Support', 'Workspace'],
];

const CORE_ROOMS = [
    'Text' => [],
    'Path' => ['Text'],
    'Change' => [],
    'Charset' => ['Change', 'Text'],
    'Reference' => ['Change', 'Charset', 'Path', 'Text'],
    'Document' => ['Path', 'Reference'],
    'Format' => ['Change', 'Charset', 'Path', 'Reference', 'Text'],
    'Write' => ['Path'],
    'Naming' => ['Path', 'Text'],
    'Release' => ['Text'],
    'Small' => ['Change', 'Format', 'Text'],
    'Find' => ['Change', 'Path', 'Reference', 'Text'],
    'Retention' => [],
    'Session' => ['Path'],
    'Template' => ['Format', 'Text'],
    'History' => ['Change', 'Format', 'Reference', 'Text'],
    'Place' => ['Text'],
    'Picture' => ['Text'],
    'Solid' => ['Format', 'Text'],
    'Plan' => ['Document', 'Format', 'Naming', 'Path', 'Reference', 'Release', 'Write'],
    'Relink' => ['Naming', 'Path', 'Text'],
    'TakeIn' => ['Naming', 'Path', 'Plan', 'Reference'],
    'Crate' => ['Change', 'Format', 'Naming', 'Path', 'Reference', 'Release', 'TakeIn', 'Text'],
    'Copy' => ['Document', 'Naming', 'Path', 'Plan', 'Text'],
];

const PAGE_ROOMS = [
    'testing' => [],
    'theme' => [],
    'api' => [],
    'ui' => ['api', 'theme'],
    'pictures' => ['api', 'theme', 'ui'],
    'shell' => ['api', 'theme', 'ui'],
    'watch' => ['api', 'theme', 'ui'],
    'bookmarks' => ['api', 'pictures', 'shell', 'theme', 'ui'],
    'looks' => ['api', 'bookmarks', 'pictures', 'theme', 'ui'],
    'contrast' => ['api', 'large', 'looks', 'theme', 'ui'],
    'settings' => ['api', 'theme', 'ui'],
    'open' => ['api', 'pictures', 'shell', 'theme', 'ui'],
    'plan' => ['api', 'contrast', 'pictures', 'shell', 'theme', 'ui'],
    'login' => ['api', 'plan', 'theme', 'ui', 'watch'],
    'people' => ['api', 'shell', 'theme', 'ui'],
    'together' => ['api', 'theme', 'ui'],
    'quay' => ['api', 'bookmarks', 'pictures', 'plan', 'shell', 'theme', 'together', 'ui'],
    'hold' => ['api', 'contrast', 'quay', 'shell', 'theme', 'ui'],
    'files' => ['api', 'open', 'pictures', 'plan', 'quay', 'shell', 'theme', 'together', 'ui'],
    'copy' => ['api', 'pictures', 'plan', 'shell', 'theme', 'ui'],
    'series' => ['api', 'plan', 'shell', 'theme', 'ui'],
    'logbook' => ['api', 'contrast', 'plan', 'shell', 'theme', 'ui'],
    'history' => ['api', 'contrast', 'logbook', 'open', 'pictures', 'plan', 'shell', 'theme', 'ui'],
    'large' => ['api', 'pictures', 'theme', 'ui'],
    'small' => ['api', 'contrast', 'pictures', 'shell', 'theme', 'ui'],
    'chart' => ['api', 'open', 'pictures', 'shell', 'theme', 'ui'],
    'find' => ['api', 'bookmarks', 'pictures', 'shell', 'theme', 'ui'],
    'reach' => ['api', 'pictures', 'quay', 'shell', 'theme', 'ui'],
    'document' => ['api', 'bookmarks', 'contrast', 'history', 'large', 'looks', 'open', 'pictures', 'plan', 'quay', 'shell', 'theme', 'together', 'ui', 'watch'],
    'recovery' => ['api', 'contrast', 'history', 'shell', 'theme', 'ui', 'watch'],
    'sessions' => ['api', 'contrast', 'open', 'pictures', 'shell', 'theme', 'ui'],
    'strays' => ['api', 'open', 'plan', 'shell', 'theme', 'ui'],
    'crates' => ['api', 'contrast', 'open', 'pictures', 'shell', 'theme', 'ui'],
    'frame' => ['api', 'copy', 'find', 'hold', 'open', 'plan', 'quay', 'sessions', 'settings', 'shell', 'theme', 'together', 'ui', 'watch'],
];

/** @return array<string, list<string>> */
function usesOf(string $folder, ?string $prefix): array
{
    return $prefix === null ? Rooms::ofTypeScript(dirname(__DIR__).'/'.$folder) : Rooms::ofPhp(dirname(__DIR__).'/'.$folder, $prefix);
}

it('has no arrow between rooms but those that are drawn', function (string $folder, ?string $prefix, array $drawn) {
    $uses = usesOf($folder, $prefix);
    ksort($drawn);
    expect(array_keys($uses))->toBe(array_keys($drawn));
    foreach ($uses as $room => $used) {
        expect(array_diff($used, $drawn[$room]))->toBe([], "{$folder}/{$room} uses rooms that it must not know");
    }
})->with(['app' => ['app', 'App', APP_ROOMS], 'core' => ['core/src', 'Hafenbuch\Core', CORE_ROOMS], 'pages' => ['resources/js', null, PAGE_ROOMS]]);

it('draws no circle', function (array $drawn) {
    expect(Rooms::circle($drawn))->toBe([]);
})->with(['app' => [APP_ROOMS], 'core' => [CORE_ROOMS], 'pages' => [PAGE_ROOMS]]);

arch('controllers ask services and touch no files')
    ->expect('App\Http\Controllers')
    ->not->toUse(['Hafenbuch\Core\Write\Transaction', 'Hafenbuch\Core\Write\Recovery', 'file_put_contents', 'rename', 'unlink']);

arch('one class opens what lies in a workspace')
    ->expect(['App\Drafts', 'App\Http', 'App\Naming', 'App\Past', 'App\Quay', 'App\Saving', 'App\Sessions', 'App\Workspace'])
    ->not->toUse(['fopen', 'file_get_contents', 'file_put_contents', 'file', 'readfile', 'copy', 'rename', 'unlink', 'mkdir', 'rmdir', 'opendir', 'scandir', 'glob', 'symlink', 'link', 'touch', 'chmod'])
    ->ignoring([
        // The walls themselves, and what lies in folders of our own.
        'App\Workspace\Files', 'App\Workspace\Kept\KeptFile', 'App\Workspace\WorkspaceLock', 'App\Workspace\Reading\ReaderProcess', 'App\Sessions\Carrying',
    ]);

it('asks for rows by many keys in one way, which no wrong count of the database leads astray; and deletes and locks by lists', function () {
    $files = iterator_to_array(new RegexIterator(new RecursiveIteratorIterator(new RecursiveDirectoryIterator(dirname(__DIR__).'/app')), '~\.php$~'), false);
    $having = static fn (string $pattern): array => array_map(strval(...), array_values(array_filter($files, static fn (SplFileInfo $file): bool => preg_match($pattern, (string) file_get_contents((string) $file)) === 1)));
    expect($having('~ManyValues::among~'))->not->toBe([])
        ->and($having("~DB::table\('(?:documents|document_references)[^;]*whereIn\('(?:\w+\.)?(?:\w+_key|saved_hash)'~"))->toBe([])
        ->and($having('~ManyValues::among[^;]*\)->(?:delete|update|increment|lockForUpdate|sharedLock)\(~'))->toBe([]);
});

arch('services know nothing of requests')
    ->expect(['App\Workspace', 'App\Drafts', 'App\Naming', 'App\Quay', 'App\Saving', 'App\Past', 'App\Sessions'])
    ->not->toUse('Illuminate\Http');

arch('nothing is left in that stops or prints')
    ->expect(['App', 'Hafenbuch\Core'])
    ->not->toUse(['dd', 'dump', 'var_dump', 'die']);
