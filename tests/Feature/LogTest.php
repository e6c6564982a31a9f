<?php

declare(strict_types=1);

use App\Serving\Processes\LogFiles;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;
use Tests\Support\Harbour;

/** @return list<array<string, mixed>> what was written to the log since */
function loggedBy(callable $work): array
{
    $file = storage_path('logs/hafenbuch-'.now()->format('Y-m-d').'.log');
    $before = is_file($file) ? filesize($file) : 0;
    $work();
    clearstatcache();

    return array_map(static fn (string $line): array => json_decode($line, true, 512, JSON_THROW_ON_ERROR), array_values(array_filter(explode("\n", (string) substr((string) file_get_contents($file), $before)))));
}

it('tells a person the number under which the log has the fault, and the log nothing of what they wrote', function () {
    Route::post('api/breaks', static function (): never {
        DB::table('documents')->where('no_such_column', 'the secret of the tide')->get();
        throw new LogicException('It is not reached.');
    });
    $answer = null;
    $lines = loggedBy(function () use (&$answer): void {
        $answer = $this->postJson('/api/breaks', ['text' => 'what someone wrote']);
    });
    $answer->assertStatus(500);
    $number = $answer->json('request');
    expect($number)->toMatch('~^[0-9a-f]{32}$~')->and($answer->json('detail'))->toContain($number);
    $mine = array_values(array_filter($lines, static fn (array $line): bool => $line['request'] === $number));
    expect($mine)->toHaveCount(1)->and($mine[0]['level'])->toBe('error')->and($mine[0]['message'])->toContain('no_such_column')->and($mine[0]['causes'][0]['class'])->toBe(Illuminate\Database\QueryException::class);
    expect(json_encode($lines))->not->toContain('the secret of the tide')->not->toContain('what someone wrote');
});

it('says nothing of values that the database quotes', function () {
    $harbour = new Harbour(['a.md' => "# A\n"]);
    $lines = loggedBy(static function () use ($harbour): void {
        try {
            DB::table('users')->insert(['name' => 'x', 'email' => $harbour->owner->email, 'password' => 'the secret']);
        } catch (Throwable $failure) {
            report($failure);
        }
    });
    expect($lines)->toHaveCount(1)->and(json_encode($lines))->toContain('Duplicate entry')->not->toContain($harbour->owner->email)->not->toContain('the secret');
});

it('begins logs anew before they fill the disk, while they are written', function () {
    $folder = storage_path('rotated-'.bin2hex(random_bytes(4)));
    mkdir($folder);
    $writer = fopen("{$folder}/nginx.log", 'ab');
    $logs = new LogFiles($folder, 1000, 3);
    for ($round = 1; $round <= 6; $round++) {
        fwrite($writer, str_repeat("line {$round}\n", 200));
        $logs->rotate();
        clearstatcache();
        expect(filesize("{$folder}/nginx.log"))->toBe(0);
    }
    fwrite($writer, "after\n");
    $logs->rotate();
    expect(file_get_contents("{$folder}/nginx.log"))->toBe("after\n")->and(file_get_contents("{$folder}/nginx.log.1"))->toContain('line 6')->and(file_get_contents("{$folder}/nginx.log.3"))->toContain('line 4')
        ->and(count(glob("{$folder}/*")))->toBe(4);
    exec('rm -rf '.escapeshellarg($folder));
});
