<?php

declare(strict_types=1);

use Symfony\Component\Process\Process;

/* A command is run from what was compiled before; bootstrap/compiled.php. */

beforeEach(function () {
    $this->home = sys_get_temp_dir().'/compiled-'.bin2hex(random_bytes(6));
    mkdir("{$this->home}/storage/framework", 0o755, true);
    $this->folder = "{$this->home}/storage/framework/compiled-".trim((string) file_get_contents(base_path('VERSION')));
    $this->script = "{$this->home}/said.php";
    file_put_contents($this->script, '<?php require '.var_export(base_path('bootstrap/compiled.php'), true).'; echo json_encode([ini_get("opcache.file_cache"), ini_get("precision"), array_slice($argv, 1), stream_get_contents(STDIN), getenv("KEPT")]);');
    /** @return array{string, string, list<string>, string, string} where it is run from, and what it was told */
    $this->run = function (string ...$arguments): array {
        $process = new Process([PHP_BINARY, '-d', 'precision=5', $this->script, ...$arguments], env: ['HAFENBUCH_HOME' => $this->home, 'PHP_INI_SCAN_DIR' => ":{$this->home}", 'KEPT' => 'as it was'], input: 'read once');

        return json_decode($process->mustRun()->getOutput(), true);
    };
});

afterEach(fn () => (new Process(['rm', '-rf', $this->home]))->run());

it('runs from what was compiled before, and is told all that it was told', function () {
    $told = ['plain', '', 'two words', "a \"quote\" and a \n line", '-d', ''];
    foreach ([1, 2] as $turn) {
        expect(($this->run)(...$told))->toBe([$this->folder, '5', $told, 'read once', 'as it was']);
    }
    expect(glob("{$this->folder}/*/*"))->not->toBe([])->and(fileperms($this->folder) & 0o777)->toBe(0o700);
});

it('runs what a file says now, whatever the settings of the machine say', function () {
    file_put_contents("{$this->home}/settings.ini", 'opcache.validate_timestamps=0');
    ($this->run)();
    file_put_contents($this->script, str_replace('"KEPT"', '"HAFENBUCH_HOME"', (string) file_get_contents($this->script)));
    touch($this->script, time() - 60);

    expect(($this->run)()[4])->toBe($this->home);
});

it('does without where somebody else could write what is run', function (Closure $spoil) {
    $spoil($this->home, $this->folder);
    expect(($this->run)('plain'))->toBe(['', '5', ['plain'], 'read once', 'as it was']);
})->with([
    'a folder that a group writes in' => fn (string $home) => chmod("{$home}/storage", 0o775),
    'a folder of somebody else' => function (string $home, string $folder): void {
        mkdir($folder, 0o700);
        if (! @chown($folder, 65534)) {
            // Only the superuser can give a folder away.
            chmod($folder, 0o777);
        }
    },
    'a link to a folder that all write in' => function (string $home, string $folder): void {
        mkdir("{$home}/all");
        chmod("{$home}/all", 0o777);
        symlink("{$home}/all", $folder);
    },
    'a home that is not set up yet' => function (string $home): void {
        rename("{$home}/storage", "{$home}/other");
    },
]);

it('makes and takes away nothing where somebody else could', function () {
    mkdir($old = "{$this->home}/storage/framework/compiled-0.0.1");
    chmod("{$this->home}/storage", 0o775);
    ($this->run)();

    expect(glob("{$this->home}/storage/framework/compiled-*"))->toBe([$old]);
});

it('takes away what another version has left', function () {
    mkdir($old = "{$this->home}/storage/framework/compiled-0.0.1/some/where", 0o700, true);
    file_put_contents("{$old}/one.bin", 'old');
    symlink($this->script, "{$old}/link");
    ($this->run)();

    expect(glob("{$this->home}/storage/framework/compiled-*"))->toBe([$this->folder])->and(is_file($this->script))->toBeTrue();
});
