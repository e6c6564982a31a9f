<?php

declare(strict_types=1);

use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Format\Lexer\Faults;
use Hafenbuch\Core\Format\Lexer\HtmlLexer;
use Hafenbuch\Core\Format\Lexer\HtmlTag;
use Hafenbuch\Core\Format\Lexer\HtmlWanted;
use Hafenbuch\Core\Format\Lexer\JsonLexer;
use Hafenbuch\Core\Format\Lexer\JsonString;
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

/** @return string a content with up to four places spoilt */
function spoilt(string $content): string
{
    for ($n = mt_rand(1, 4); $n > 0 && $content !== ''; $n--) {
        $content = substr_replace($content, ['<', '>', '"', '{', '}', '', '/', '&', '</g>', '<!--', ']', ',', "\n", '<?'][mt_rand(0, 13)], mt_rand(0, strlen($content) - 1), mt_rand(0, 3));
    }

    return $content;
}

it('cuts malformed XML into tokens that are every byte of it, with elements that are all closed', function (string $extension) {
    $malformed = 0;
    foreach (contentsOf($extension) as $xml) {
        $xml = spoilt($xml);
        $faults = new Faults;
        $at = str_starts_with($xml, "\u{FEFF}") ? 3 : 0;
        $open = [];
        foreach (XmlLexer::tokens($xml, faults: $faults) as $token) {
            expect($token->offset)->toBe($at);
            $at = $token->end();
            if ($token->kind === XmlTokenKind::StartTag) {
                $open[] = $token->name;
            } elseif ($token->kind === XmlTokenKind::EndTag) {
                expect(array_pop($open))->toBe($token->name);
            }
        }
        $malformed += $faults->words() === null ? 0 : 1;
        expect($open)->toBe([])->and($faults->areTooMany() || $at === strlen($xml))->toBeTrue()
            ->and($faults->words() === null)->toBe(is_array(readOrError(static fn (): array => XmlLexer::tokens($xml))));
    }
    expect($malformed)->toBeGreaterThan(50);
})->with(['svg', 'x3d', 'xspf']);

it('finds in malformed XML what it finds without passing over', function () {
    $wanted = XmlWanted::elements(['image', 'use'], ['title']);
    foreach (contentsOf('svg') as $svg) {
        $svg = spoilt($svg);
        $names = static fn (array $tokens): array => array_values(array_map(
            static fn (XmlToken $token): int => $token->offset,
            array_filter($tokens, static fn (XmlToken $token): bool => in_array($token->localName(), ['image', 'use'], true) && $token->attributes() !== []),
        ));
        expect($names(XmlLexer::tokens($svg, $wanted, new Faults)))->toBe($names(XmlLexer::tokens($svg, faults: new Faults)), $svg);
    }
});

it('reads on behind what is malformed in JSON', function (string $json, array $strings) {
    $faults = new Faults;
    $read = JsonLexer::read($json, faults: $faults);

    expect(array_map(static fn (JsonString $string): string => substr($json, $string->offset, $string->length), $read->strings))->toBe($strings)->and($faults->words())->not->toBeNull();
})->with([
    'a value in mid-typing' => ["{\"a\": ,\n\"b\": \"c\"}", ['/b' => 'c']],
    'a string in mid-typing' => ["{\"a\": \"arm.sv\n\"b\": \"c\"}", ['/b' => 'c']],
    'a comma that is missing' => ["{\"a\": \"x\"\n\"b\": \"c\"}", ['/a' => 'x', '/b' => 'c']],
    'a comma too many' => ['{"a": ["x",], "b": "c"}', ['/a/0' => 'x', '/b' => 'c']],
    'a bracket that is missing' => ['{"a": {"x": ["y"}, "b": "c"}', ['/a/x/0' => 'y', '/b' => 'c']],
    'a bracket too many' => ['{"a": "x"], "b": "c"}', ['/a' => 'x', '/b' => 'c']],
    'an end too early' => ['{"a": {"x": "y"', ['/a/x' => 'y']],
    'nothing' => ['', []],
]);

it('comes to an end with any JSON, in memory and time that go with its size', function () {
    foreach ([...contentsOf('otio'), ...contentsOf('gltf'), str_repeat('[', 500_000), str_repeat('{"a":', 200_000), str_repeat('],', 500_000), '{'.str_repeat("\n", 500_000), '['.str_repeat('"', 500_000)] as $json) {
        $json = spoilt($json);
        $faults = new Faults;
        JsonLexer::read($json, faults: $faults);
        expect($faults->words() === null)->toBe(! is_string(readOrError(static fn (): JsonText => JsonLexer::read($json))));
    }
});

it('reads what is nested deep and closed wrongly in one pass', function () {
    $faults = new Faults;
    XmlLexer::tokens(str_repeat('<a>', 300_000).str_repeat('</b>', 2000), faults: $faults);
    JsonLexer::read(str_repeat('[', 300_000).str_repeat('}', 2000), faults: $json = new Faults);

    expect($faults->areTooMany())->toBeTrue()->and($json->areTooMany())->toBeTrue();
});

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
