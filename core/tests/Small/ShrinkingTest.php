<?php

declare(strict_types=1);

use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Small\Saving;
use Hafenbuch\Core\Small\Shrinking;

/** @return array<string, int> bytes by key */
function savings(string $format, string $text, array $named = []): array
{
    return array_column(array_map(static fn (Saving $saving): array => [$saving->key, $saving->bytes], Shrinking::savings($format, $text, $named)), 1, 0);
}

const DRAWING = <<<'SVG'
    <?xml version="1.0"?>
    <svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" xmlns:ed="http://editor.example/ns" ed:version="4">
      <!-- a note -->
      <ed:view zoom="3"><ed:grid/></ed:view>
      <metadata><rdf xmlns="x"/></metadata>
      <defs>
        <linearGradient id="used"/>
        <linearGradient id="unused"><stop offset="0"/></linearGradient>
        <symbol id="others"/>
        <clipPath id="styled"/>
      </defs>
      <style>.a { clip-path: url(#styled) }</style>
      <text xml:space="preserve">  two <tspan> words </tspan> </text>
      <rect fill="url(#used)" ed:label="The frame" width="4"/>
      <image xlink:href="brass.png"/>
    </svg>
    SVG;

it('says what a drawing can do without, each for itself', function () {
    expect(savings('SVG', DRAWING, ['others']))->toMatchArray(['definitions' => strlen('<linearGradient id="unused"><stop offset="0"/></linearGradient>'), 'comments' => strlen('<!-- a note -->'), 'metadata' => strlen('<metadata><rdf xmlns="x"/></metadata>')])
        ->and(savings('SVG', DRAWING)['definitions'])->toBeGreaterThan(savings('SVG', DRAWING, ['others'])['definitions']);
});

it('takes out what was chosen and nothing else', function () {
    $without = Shrinking::apply('SVG', DRAWING, ['namespace ed'], []);
    expect($without)->not->toContain('ed:')->not->toContain('editor.example')->toContain('<rect fill="url(#used)" width="4"/>')->toContain('<!-- a note -->')->toContain('xmlns:xlink');
    $small = Shrinking::apply('SVG', DRAWING, ['namespace ed', 'metadata', 'definitions', 'comments', 'spaces'], ['others']);
    expect($small)->toContain('<text xml:space="preserve">  two <tspan> words </tspan> </text>')->toContain('<symbol id="others"/><clipPath id="styled"/></defs>')->not->toContain('unused')
        ->and(array_map(static fn (ReferenceSite $site): string => $site->raw, FormatRegistry::standard()->read('a.svg', $small)->references))->toBe(array_map(static fn (ReferenceSite $site): string => $site->raw, FormatRegistry::standard()->read('a.svg', DRAWING)->references))
        ->and(FormatRegistry::standard()->read('a.svg', $small)->note)->toBeNull()->and(savings('SVG', $small, ['others']))->toBe([]);
});

it('takes empty nodes out of a model unless something uses them', function () {
    $model = "<X3D><Scene>\n  <Transform DEF='Empty'/>\n  <Group DEF='Used'></Group>\n  <Group USE='Used'/>\n  <Transform DEF='Full'><Shape/></Transform>\n <Transform DEF='Moved' translation='1 0 0'/>\n <Group DEF='Named'> </Group></Scene></X3D>";
    $small = Shrinking::apply('X3D', $model, ['empty nodes'], ['Named']);

    expect($small)->not->toContain('Empty')->toContain("DEF='Used'")->toContain("DEF='Full'")->toContain("DEF='Moved'")->toContain("DEF='Named'");
});

it('takes white space out of JSON and not out of its strings', function () {
    $json = "{\n  \"a b\": [ 1, 2 ],\n  \"c\": \"x  \\\" y \"\n}\n";

    expect(Shrinking::apply('JSON', $json, ['spaces'], []))->toBe('{"a b":[1,2],"c":"x  \\" y "}')->and(savings('JSON', '{"a": nonsense}'))->toBe([]);
});

it('takes images and buffers out of a model that no number leads to, and gives the others new numbers', function () {
    $model = ['asset' => ['version' => '2.0'], 'images' => [['uri' => 'a.png'], ['uri' => 'b.png'], ['uri' => 'c.png']], 'textures' => [['source' => 2], ['sampler' => 0, 'source' => 1]], 'buffers' => [['uri' => 'x.bin', 'byteLength' => 4]], 'accessors' => []];
    $text = json_encode($model, JSON_PRETTY_PRINT);
    expect(array_keys(savings('glTF', $text)))->toBe(['unused images', 'unused buffers', 'spaces']);
    $small = json_decode(Shrinking::apply('glTF', $text, ['unused images', 'unused buffers', 'spaces'], []), true);
    expect($small)->toBe(['asset' => ['version' => '2.0'], 'images' => [['uri' => 'b.png'], ['uri' => 'c.png']], 'textures' => [['source' => 1], ['sampler' => 0, 'source' => 0]], 'accessors' => []])
        ->and(savings('glTF', json_encode(['extensionsUsed' => ['EXT_a'], ...$model])))->toBe([]);
    foreach ([['buffers' => [['byteLength' => 1]], 'asset' => []], ['asset' => [], 'buffers' => [['byteLength' => 1]]], ['buffers' => [['byteLength' => 1]]]] as $one) {
        unset($after);
        $after = json_decode(Shrinking::apply('glTF', json_encode($one, JSON_PRETTY_PRINT), ['unused buffers'], []), true);
        expect($after)->toBe(array_diff_key($one, ['buffers' => 1]));
    }
});

it('does nothing to what is malformed, or of no format that it knows', function () {
    expect(savings('SVG', '<svg><g></svg>'))->toBe([])->and(savings('Markdown', "a  b\n"))->toBe([])->and(Shrinking::knows('SVG'))->toBeTrue()->and(Shrinking::knows('Markdown'))->toBeFalse();
});

it('leaves what a drawing shows as it is, whatever is chosen', function () {
    mt_srand(23);
    $pieces = ['<g>', '</g>', "\n  ", '<!-- n -->', '<rect id="r%d"/>', '<text> a  b </text>', '<use href="#r%d"/>', '<e:x/>', '<e:y>z</e:y>', '<defs><path id="r%d"/></defs>', '<metadata/>'];
    $known = 0;
    foreach (range(1, 400) as $ignored) {
        $open = 0;
        $body = '';
        foreach (range(1, mt_rand(3, 25)) as $nothing) {
            $piece = sprintf($pieces[mt_rand(0, count($pieces) - 1)], mt_rand(1, 4));
            if ($piece === '</g>' && $open === 0) {
                continue;
            }
            $open += $piece === '<g>' ? 1 : ($piece === '</g>' ? -1 : 0);
            $body .= $piece;
        }
        $svg = '<svg xmlns="http://www.w3.org/2000/svg" xmlns:e="urn:e">'.$body.str_repeat('</g>', $open).'</svg>';
        $small = Shrinking::apply('SVG', $svg, ['namespace e', 'metadata', 'definitions', 'comments', 'spaces'], []);
        $uses = static fn (string $text): array => preg_match_all('~<use href="#(r\d)"~', $text, $match) ? $match[1] : [];
        expect($uses($small))->toBe($uses($svg))->and(simplexml_load_string($small))->not->toBeFalse();
        foreach ($uses($svg) as $id) {
            expect(substr_count($small, "id=\"{$id}\"") > 0)->toBe(substr_count($svg, "id=\"{$id}\"") > 0);
            $known++;
        }
    }
    expect($known)->toBeGreaterThan(100);
});
