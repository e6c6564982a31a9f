<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migrator;
use Tests\Support\SecondHome;

/*
 * Backups of released versions, each made of the demo as it then was, are brought to this one. A release adds its own
 * (docs/contributing.md says how); none is ever changed or taken away.
 */

it('brings the backup of a former version to this one, and loses nothing', function (string $file) {
    $folder = dirname(storage_path()).'/backups-'.bin2hex(random_bytes(4));
    $roots = dirname(storage_path()).'/roots-'.bin2hex(random_bytes(4));
    mkdir($folder);
    mkdir($roots);
    exec('tar -xzf '.escapeshellarg(__DIR__."/../fixtures/{$file}").' -C '.escapeshellarg($folder), result_code: $code);
    expect($code)->toBe(0);
    $home = new SecondHome('hafenbuch_restored', $roots);
    [$code, $said, $error] = $home->hafenbuch("restore {$folder}");
    expect($code)->toBe(0, $error)->and($said['missing'])->toBe(0)
        // A machine that has run a demo at the same place may have some of them.
        ->and(array_filter($said['foldersMissing'], is_dir(...)))->toBe([])->and(count($said['foldersMissing']))->toBeLessThanOrEqual($said['counts']['workspaces']);
    $counts = $home->run('php -r '.escapeshellarg('require "vendor/autoload.php"; $app = require "bootstrap/app.php"; $app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap(); echo json_encode(array_map(fn ($table) => Illuminate\Support\Facades\DB::table($table)->count(), '.var_export(array_combine(array_keys($said['counts']), array_keys($said['counts'])), true).'));'))->mustRun()->getOutput();
    expect(json_decode($counts, true))->toBe($said['counts']);
    expect($home->artisan('migrate:status'))->not->toContain('Pending')->and(count(app(Migrator::class)->getMigrationFiles(database_path('migrations'))))->toBe(substr_count($home->artisan('migrate:status'), 'Ran'));

    // Its files come from elsewhere; then people go on as if nothing had been.
    exec('cp -r '.escapeshellarg(base_path('demo/files')).' '.escapeshellarg("{$roots}/house"));
    expect($home->hafenbuch("workspace:lies-at \"Gauge House Greetholm\" {$roots}/house")[0])->toBe(0);
    expect($home->hafenbuch('scan "Gauge House Greetholm"')[0])->toBe(0);
    [$code, $check, $error] = $home->hafenbuch('check');
    expect($code)->toBe(0, $error)->and(array_sum($check['derivedWrong']))->toBe(0);
    [$code, $saved, $error] = $home->hafenbuch('save "Gauge House Greetholm" --save guidebook/glossary.md');
    expect($code)->toBe(0, $error);
    expect($home->hafenbuch("undo \"Gauge House Greetholm\" {$saved['entry']}")[0])->toBe(0);
    exec('rm -rf '.escapeshellarg($folder).' '.escapeshellarg($roots));
})->with(fn () => array_map(basename(...), glob(__DIR__.'/../fixtures/backup-*.tar.gz')));

it('refuses a backup of a version that is newer than this one', function () {
    $folder = dirname(storage_path()).'/backups-'.bin2hex(random_bytes(4));
    mkdir($folder);
    exec('tar -xzf '.escapeshellarg(glob(__DIR__.'/../fixtures/backup-*.tar.gz')[0]).' -C '.escapeshellarg($folder));
    $manifest = glob("{$folder}/sets/*/manifest.json")[0];
    $body = json_decode((string) file_get_contents($manifest), true);
    unset($body['sha256']);
    $body['migrations'][] = '2099_01_01_000000_from_the_future';
    file_put_contents($manifest, json_encode([...$body, 'sha256' => App\Backup\BackupSet::seal($body)]));
    $home = new SecondHome('hafenbuch_restored', dirname(storage_path()));
    [$code, , $error] = $home->hafenbuch("restore {$folder}");
    expect($code)->toBe(1)->and($error)->toContain('newer than this one');
    exec('rm -rf '.escapeshellarg($folder));
});
