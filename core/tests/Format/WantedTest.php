<?php

declare(strict_types=1);

use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Format\Lexer\HtmlLexer;
use Hafenbuch\Core\Format\Lexer\HtmlTag;
use Hafenbuch\Core\Format\Lexer\HtmlWanted;
use Hafenbuch\Core\Format\Lexer\JsonLexer;
use Hafenbuch\Core\Format\Lexer\JsonText;
use Hafenbuch\Core\Format\Lexer\JsonWanted;
use Hafenbuch\Core\Format\Lexer\XmlLexer;
use Hafenbuch\Core\Format\Lexer\XmlToken;
use Hafenbuch\Core\Format\Lexer\XmlTokenKind;
use Hafenbuch\Core\Format\Lexer\XmlWanted;
use Hafenbuch\Core\Format\MalformedContent;
use Hafenbuch\Core\Tests\Support\Generated;
use Hafenbuch\Core\Tests\Support\InstalledFiles;

beforeEach(fn () => mt_srand((int) (getenv('HAFENBUCH_SEED') ?: 1853)));

/** @return list<string> generated contents, whole and damaged, and some that others wrote */
function contentsOf(string $extension): array
{
    $contents = array_map(static fn (string $file): string => (string) file_get_contents($file), InstalledFiles::withExtension($extension, 40));
    $name = FormatRegistry::standard()->nameFor("a.{$extension}");
    for ($n = 0; $n < 300 && $name !== FormatRegistry::LEAF; $n++) {
        $content = Generated::content($name);
        $contents[] = $n % 3 === 0 ? substr_replace($content, ['<', '>', '"', '{', '}', '', '/', '&', '\\'][mt_rand(0, 8)], mt_rand(0, strlen($content) - 1), mt_rand(0, 2)) : $content;
    }

    return $contents;
}

/** @return mixed what was read, or the words of the error */
function readOrError(callable $read): mixed
{
    try {
        return $read();
    } catch (MalformedContent $malformed) {
        return $malformed->getMessage();
    }
}

it('reads of XML what is wanted as it does without passing over, and errors the same', function (string $extension, array $names, array $belowRoot) {
    $wanted = XmlWanted::elements($names, $belowRoot, withUrls: true);
    $passed = 0;
    foreach (contentsOf($extension) as $xml) {
        $all = readOrError(static fn (): array => XmlLexer::tokens($xml));
        $some = readOrError(static fn (): array => XmlLexer::tokens($xml, $wanted));
        if (is_string($all) || is_string($some)) {
            expect($some)->toBe($all);

            continue;
        }
        $at = 0;
        $left = [];
        foreach ($some as $token) {
            expect($token->offset)->toBe($at === 0 ? $token->offset : $at);
            $at = $token->end();
            if ($token->kind !== XmlTokenKind::Elements) {
                $left[$token->offset] = $token;

                continue;
            }
            $passed++;
            $within = array_filter($all, static fn (XmlToken $one): bool => $one->offset >= $token->offset && $one->end() <= $token->end());
            $tags = array_filter($within, static fn (XmlToken $one): bool => $one->kind === XmlTokenKind::StartTag || $one->kind === XmlTokenKind::EmptyTag);
            expect(array_sum(array_column($within, 'length')))->toBe($token->length)
                ->and(array_filter($tags, static fn (XmlToken $tag): bool => in_array($tag->localName(), $names, true) || stripos(substr($xml, $tag->offset, $tag->length), 'url(') !== false))->toBe([]);
        }
        $rest = array_filter($all, static fn (XmlToken $one): bool => isset($left[$one->offset]));
        expect($at)->toBe(strlen($xml))->and(array_values($rest))->toEqual(array_values($left));
    }
    expect($passed)->toBeGreaterThan(10);
})->with([
    'drawings' => ['svg', ['image', 'use', 'style'], ['title', 'desc']],
    'scenes' => ['x3d', ['Inline', 'Script', 'meta'], []],
    'playlists' => ['xspf', ['location'], ['title']],
]);

it('looks for a wanted child only below the root', function () {
    $wanted = XmlWanted::elements(['image'], ['title']);
    $names = array_column(XmlLexer::tokens('<svg><g><title>not this</title></g><title>this</title><x:image/><image2/></svg>', $wanted), 'name');

    expect($names)->toBe(['svg', '', 'title', '', 'title', 'x:image', '', 'svg']);
});

it('passes over as much as there is, and as deep', function () {
    $wanted = XmlWanted::elements(['image']);
    $many = str_repeat("<path d=\"M1 2L3 4\" fill=\"#17303A\"/>\n", 120_000);
    $deep = str_repeat('<g>', 3000).'<image/>'.str_repeat('</g>', 3000);
    $tokens = XmlLexer::tokens("<svg>{$many}<image/>{$deep}</svg>", $wanted);

    expect(array_filter($tokens, static fn (XmlToken $token): bool => $token->name === 'image'))->toHaveCount(2)
        ->and(array_sum(array_column($tokens, 'length')))->toBe(strlen($many) + strlen($deep) + 19);
});

it('reads of JSON what is wanted as it does without passing over, and errors the same', function (string $extension, array $keys) {
    $wanted = JsonWanted::keys($keys);
    $found = 0;
    foreach ([...contentsOf($extension), ...contentsOf('json')] as $json) {
        $all = readOrError(static fn (): JsonText => JsonLexer::read($json));
        $some = readOrError(static fn (): JsonText => JsonLexer::read($json, $wanted));
        if (is_string($all) || is_string($some)) {
            expect($some)->toBe($all);

            continue;
        }
        $mustBe = array_filter($all->strings, static fn (string|int $pointer): bool => preg_match('~/(?:'.implode('|', $keys).')(?:/|$)~', (string) $pointer) === 1, ARRAY_FILTER_USE_KEY);
        $found += count($mustBe);
        expect(array_intersect_key($some->strings, $mustBe))->toEqual($mustBe)
            ->and(array_diff_key($some->strings, $all->strings))->toBe([])
            ->and(array_intersect_key($all->strings, $some->strings))->toEqual($some->strings);
    }
    expect($found)->toBeGreaterThan(10);
})->with(['timelines' => ['otio', ['target_url']], 'scenes' => ['gltf', ['uri', 'scenes']]]);

it('keeps the members beside a wanted one, and all within it', function () {
    $read = static fn (string $json): array => array_keys(JsonLexer::read($json, JsonWanted::keys(['uri', 'scenes']))->strings);

    expect($read('{"name":"root","a":{"name":"gone"},"b":{"name":"stays","c":{"uri":"u","name":"too"}},"scenes":[{"name":"s"}],"d":[{"e":"gone"}]}'))
        ->toBe(['/name', '/b/name', '/b/c/uri', '/b/c/name', '/scenes/0/name']);
});

it('has an end to the memory that names may take', function () {
    $deep = static fn (int $levels): string => str_repeat('["x",', $levels).'1'.str_repeat(']', $levels);

    expect(JsonLexer::read($deep(2000))->strings)->toHaveCount(2000)
        ->and(fn () => JsonLexer::read($deep(20_000)))->toThrow(MalformedContent::class, 'Nested too deep');
});

it('reads of HTML what is wanted as it does without passing over', function () {
    $wanted = HtmlWanted::of(['base', 'meta'], ['href', 'src', 'style']);
    $passed = 0;
    foreach (contentsOf('html') as $html) {
        $all = iterator_to_array(HtmlLexer::tags($html), false);
        $some = iterator_to_array(HtmlLexer::tags($html, $wanted), false);
        $mustBe = array_filter($all, static fn (HtmlTag $tag): bool => in_array($tag->name, ['base', 'meta', ...array_keys(HtmlLexer::RAW)], true) || array_intersect_key($tag->attributes, ['href' => 1, 'src' => 1, 'style' => 1]) !== []);
        $offsets = array_column($some, 'offset');
        $passed += count($all) - count($some);
        expect(array_diff(array_column($mustBe, 'offset'), $offsets))->toBe([])
            ->and(array_values(array_filter($all, static fn (HtmlTag $tag): bool => in_array($tag->offset, $offsets, true))))->toEqual($some);
    }
    expect($passed)->toBeGreaterThan(100);
});
