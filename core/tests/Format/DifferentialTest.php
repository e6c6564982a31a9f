<?php

declare(strict_types=1);

use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Tests\Support\InstalledFiles;

/*
 * Files that others wrote, read by parsers that others wrote: parse5, css-tree and mdast (core/tests/Support/others.mjs), DOM and json of PHP.
 * Every difference is explained here.
 */

/** Where the others read something else, and why ours is right or does not matter. By a part of the file’s path. */
const EXPLAINED = [
    'bootstrap4/' => 'srcset with a template’s brackets in it, which has white space where an address would end; how others cut it is our own guess in others.mjs',
];

/** What ours finds beyond what the others were asked for. */
const OURS_ONLY = ['front matter', 'ping'];

/** @return array<string, int> how often each address is read */
function ourAddresses(string $path, string $bytes, array $kinds = []): array
{
    $found = [];
    foreach (FormatRegistry::standard()->read($path, $bytes)->references as $site) {
        if (! in_array($site->kind, OURS_ONLY, true) && ($kinds === [] || in_array($site->kind, $kinds, true))) {
            $found[] = $site->raw;
        }
    }

    return countedAddresses($found);
}

/**
 * @param  list<string>  $addresses
 * @return array<string, int>
 */
function countedAddresses(array $addresses): array
{
    $counted = array_count_values($addresses);
    ksort($counted);

    return $counted;
}

function isExplained(string $path): bool
{
    return array_filter(array_keys(EXPLAINED), static fn (string $part): bool => str_contains($path, $part)) !== [];
}

it('finds what parsers of others find', function (string $ending, int $files) {
    $paths = InstalledFiles::withExtension($ending, $files);
    $asked = tmpfile();
    fwrite($asked, implode("\n", $paths)."\n");
    rewind($asked);
    $process = proc_open(['node', dirname(__DIR__).'/Support/others.mjs'], [$asked, ['pipe', 'w'], ['file', '/dev/null', 'w']], $pipes);
    $compared = 0;
    while (($line = fgets($pipes[1])) !== false) {
        ['path' => $path, 'found' => $found] = json_decode($line, true, flags: JSON_THROW_ON_ERROR);
        $bytes = (string) file_get_contents($path);
        if ($found !== null && mb_check_encoding($bytes, 'UTF-8') && FormatRegistry::standard()->read($path, $bytes)->charset === 'utf-8' && ! isExplained($path)) {
            expect(ourAddresses($path, $bytes))->toBe(countedAddresses($found), $path);
            $compared++;
        }
    }
    expect(proc_close($process))->toBe(0)->and($compared)->toBeGreaterThan(min(count($paths) / 2, $files / 2));
})->with([['html', 300], ['css', 300], ['md', 400]]);

it('finds in drawings what DOM finds, and calls no XML what DOM calls none', function () {
    $compared = 0;
    libxml_use_internal_errors(true);
    foreach (InstalledFiles::withExtension('svg', 500) as $path) {
        $bytes = (string) file_get_contents($path);
        $reading = FormatRegistry::standard()->read($path, $bytes);
        $document = new DOMDocument;
        libxml_clear_errors();
        $isLoaded = $document->loadXML($bytes, LIBXML_NONET);
        expect($reading->note === null)->toBe($isLoaded && libxml_get_errors() === [], "{$path}: {$reading->note}");
        if (! $isLoaded) {
            continue;
        }
        $found = [];
        $names = ['image', 'use', 'a', 'feImage', 'linearGradient', 'radialGradient', 'pattern', 'textPath', 'mpath', 'script', 'filter', 'cursor', 'tref', 'color-profile', 'font-face-uri', 'altGlyph', 'glyphRef', 'include'];
        $isNamed = implode(' or ', array_map(static fn (string $name): string => "local-name()='{$name}'", $names));
        foreach ((new DOMXPath($document))->query("//*[{$isNamed}]/@*[local-name()='href']") as $attribute) {
            $found[] = $attribute->value;
        }
        $kinds = ['image', 'use', 'link', 'filter image', 'gradient', 'pattern', 'text path', 'motion path', 'script', 'filter', 'cursor', 'text', 'colour profile', 'font', 'include'];
        expect(ourAddresses($path, $bytes, $kinds))->toBe(countedAddresses($found), $path);
        $compared++;
    }
    libxml_use_internal_errors(false);
    expect($compared)->toBeGreaterThan(5);
});

it('finds in JSON what json_decode finds', function () {
    $compared = 0;
    foreach (InstalledFiles::withExtension('json', 400) as $path) {
        $bytes = (string) file_get_contents($path);
        $json = json_decode($bytes, true, 512);
        if (! is_array($json) || FormatRegistry::standard()->nameFor($path) !== 'JSON') {
            continue;
        }
        $found = [];
        array_walk_recursive($json, static function (mixed $value, string|int $key) use (&$found): void {
            if ($key === '$ref' && is_string($value)) {
                $found[] = $value;
            }
        });
        expect(ourAddresses($path, $bytes))->toBe(countedAddresses($found), $path);
        $compared++;
    }
    expect($compared)->toBeGreaterThan(50);
});
