<?php

declare(strict_types=1);

namespace Tests\Support;

use Symfony\Component\Process\Process;

/** An installation on the tests' database server, with an empty database, a store and folders of its own; worked in by the command line. */
final class SecondHome
{
    public readonly string $home;

    public function __construct(string $database, string $roots)
    {
        $this->home = dirname(storage_path())."/second/{$database}";
        exec('rm -rf '.escapeshellarg($this->home));
        foreach (['storage/logs', 'storage/app', 'storage/framework/cache/data', 'storage/framework/views', 'workspaces'] as $folder) {
            mkdir("{$this->home}/{$folder}", 0o777, true);
        }
        $settings = (string) preg_replace('~^(?:DB_DATABASE|HAFENBUCH_ROOTS)=.*\n~m', '', (string) file_get_contents(dirname(storage_path()).'/.env'));
        file_put_contents("{$this->home}/.env", "{$settings}DB_DATABASE={$database}\nHAFENBUCH_ROOTS={$roots}\n");
        $this->artisan('db:wipe --force');
    }

    public function artisan(string $command): string
    {
        return $this->run("php artisan {$command}")->mustRun()->getOutput();
    }

    /** @return array{int, array<array-key, mixed>, string} exit code, what it answers, what it says of errors */
    public function hafenbuch(string $command, ?string $input = null): array
    {
        $process = $this->run("bin/hafenbuch {$command} --json");
        $process->setInput($input)->run();

        return [(int) $process->getExitCode(), (array) json_decode($process->getOutput(), true), $process->getErrorOutput()];
    }

    public function run(string $command): Process
    {
        $settings = preg_match_all('~^([A-Z_]+)=~m', (string) file_get_contents("{$this->home}/.env"), $match) > 0 ? $match[1] : [];
        $caches = array_filter(array_keys($_ENV), static fn (string $name): bool => preg_match('~^APP_\w+_CACHE$~', $name) === 1);

        return new Process(['bash', '-c', "exec {$command}"], base_path(), [...array_fill_keys([...$settings, ...$caches, 'HAFENBUCH_CONTENTS'], false), 'HAFENBUCH_HOME' => $this->home], timeout: null);
    }
}
