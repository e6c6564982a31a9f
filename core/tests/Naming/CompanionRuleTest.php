<?php

declare(strict_types=1);

use Hafenbuch\Core\Naming\CompanionRule;
use Hafenbuch\Core\Naming\InvalidNamingRule;

it('names what belongs to a document', function (string $pattern, string $document, string $companion) {
    expect(CompanionRule::of($pattern)->pathFor($document))->toBe($companion);
})->with([
    ['{stem}.srt', 'show/storm.mp4', 'show/storm.srt'], ['{name}.xmp', 'a/b.png', 'a/b.png.xmp'], ['{stem}_files/', 'page.html', 'page_files'], ['notes on {stem}.txt', 'a.b.c', 'notes on a.b.txt'], ['{stem}.srt', 'a/.hidden', 'a/.hidden.srt'],
]);

it('takes no pattern that names nothing, the document itself, or what is elsewhere', function (string $pattern) {
    expect(fn () => CompanionRule::of($pattern))->toThrow(InvalidNamingRule::class);
})->with(['', 'notes.txt', '{name}', '../{stem}.srt', '{stem}/x.srt', '/', "{stem}\0.srt"]);
