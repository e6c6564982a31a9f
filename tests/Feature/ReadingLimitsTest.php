<?php

declare(strict_types=1);

use App\Workspace\Reading\ContentReader;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Text\OutOfPatience;
use Hafenbuch\Core\Text\Patience;

/** The standard formats, with little time for each content. */
function hurried(float $seconds): FormatRegistry
{
    return new FormatRegistry(FormatRegistry::standard()->formats, $seconds);
}

it('ends the reading of a file that was made to take long, and notes it', function (string $path, string $bytes) {
    $formats = hurried(0.5);
    $from = hrtime(true);
    $reading = $formats->read($path, $bytes);
    $first = (hrtime(true) - $from) / 1e9;
    $from = hrtime(true);
    $formats->read($path, $bytes);
    $second = (hrtime(true) - $from) / 1e9;
    expect($first)->toBeLessThan(6.0);
    if ($reading->note !== null && str_contains($reading->note, 'took longer')) {
        expect($reading->references)->toBe([])->and($second)->toBeLessThan(0.2);
    }
    // The next one has all its time.
    expect((new ContentReader($formats, '/nowhere'))->read('a.md', "# A\n\n[b](b.md)\n")->references)->toHaveCount(1);
})->with([
    'angles' => ['a.md', str_repeat('<', 700_000)], 'tags' => ['a.md', str_repeat('<a ', 230_000)], 'lists' => ['a.md', str_repeat('- ', 300_000)], 'quotes' => ['a.md', str_repeat('> ', 300_000)],
    'backticks' => ['a.md', implode(' ', array_map(static fn (int $n): string => str_repeat('`', $n), range(1, 1100)))], 'definitions' => ['a.md', str_repeat("[x]: <\n", 100_000)],
    'brackets' => ['a.md', str_repeat('[', 500_000)], 'images' => ['a.md', str_repeat('![', 350_000)], 'XML of elements' => ['a.svg', str_repeat('<a ', 300_000)], 'XML of entities' => ['a.x3d', '<!DOCTYPE a ['.str_repeat('<!ENTITY ', 200_000)],
    'HTML of comments' => ['a.html', str_repeat('<!-', 300_000)], 'HTML of attributes' => ['a.html', '<a '.str_repeat('b ', 400_000)], 'JSON of brackets' => ['a.otio', str_repeat('[', 500_000)], 'JSON of faults' => ['a.gltf', str_repeat('{"a":', 200_000)],
    'CSS of urls' => ['a.css', str_repeat('url(', 300_000)], 'CSS of strings' => ['a.css', 'url('.str_repeat('"', 500_001)],
]);

it('says that it took too long, wherever a reading is begun, and in whatever kind of process', function () {
    $slow = static function (): never {
        while (true) {
            Patience::spend();
        }
    };
    expect(fn () => Patience::within(0.05, $slow))->toThrow(OutOfPatience::class);
    // What stands within another never has longer than that.
    $from = hrtime(true);
    expect(fn () => Patience::within(0.05, fn () => Patience::within(5, $slow)))->toThrow(OutOfPatience::class)->and((hrtime(true) - $from) / 1e9)->toBeLessThan(2.0);
    Patience::within(0.0, fn (): string => 'nothing is read');
    for ($n = 0; $n < 1000; $n++) {
        Patience::spend();
    }
    $reading = hurried(0.2)->read('a.md', str_repeat('<', 500_000));
    expect($reading->note)->toContain('took longer than 0.2 s')->and($reading->references)->toBe([]);
});

it('leaves a document alone that has more references than anyone can follow', function () {
    $reader = new ContentReader(FormatRegistry::standard(), '/nowhere');
    expect($reader->read('a.md', str_repeat("[a](b.md)\n", 50_000))->references)->toHaveCount(50_000)
        ->and($reader->read('a.md', str_repeat("[a](b.md)\n", 50_001)))->references->toBe([])->note()->toContain('50,000 references');
});
