<?php

declare(strict_types=1);

use Hafenbuch\Core\Format\Embedding;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Reference\Resolver;

/**
 * @param  array<string, string>  $pictures  bytes by path
 */
function embedded(array $pictures, string $path, int $limit = 1 << 20): string
{
    $at = static fn (string $path): ?array => isset($pictures[$path]) ? [str_ends_with($path, '.svg') ? 'image/svg+xml' : 'image/png', $pictures[$path]] : null;

    return (new Embedding(FormatRegistry::standard(), new Resolver('/workspace'), $at, $limit))->of($path, $pictures[$path]);
}

function placing(string ...$addresses): string
{
    return '<svg xmlns="http://www.w3.org/2000/svg">'.implode('', array_map(static fn (string $address): string => "<image href='{$address}'/>", $addresses)).'</svg>';
}

function dataUrl(string $mediaType, string $bytes): string
{
    return "data:{$mediaType};base64,".base64_encode($bytes);
}

it('takes pictures in, at any depth, each seen from its own folder', function () {
    $inner = placing('../dial.png');
    expect(embedded(['panel.svg' => placing('parts/gauge.svg#hand'), 'parts/gauge.svg' => $inner, 'dial.png' => 'PNG'], 'panel.svg'))
        ->toBe(placing(dataUrl('image/svg+xml', placing(dataUrl('image/png', 'PNG'))).'#hand'));
});

it('leaves what is missing, elsewhere, no picture, or damaged', function () {
    $content = '<svg xmlns="http://www.w3.org/2000/svg"><image href="none.png"/><image href="https://example.org/x.png"/><a href="b.png"/><use href="b.svg#x"/></svg>';
    expect(embedded(['a.svg' => $content, 'b.png' => 'PNG', 'b.svg' => placing()], 'a.svg'))->toBe($content)
        ->and(embedded(['a.svg' => '<svg><image href="b.png', 'b.png' => 'PNG'], 'a.svg'))->toBe('<svg><image href="b.png')
        ->and(embedded(['a.svg' => placing('b.svg'), 'b.svg' => '<svg><'], 'a.svg'))->toBe(placing(dataUrl('image/svg+xml', '<svg><')));
});

it('comes to an end where drawings place one another', function () {
    expect(embedded(['a.svg' => placing('b.svg'), 'b.svg' => placing('a.svg', 'b.svg')], 'a.svg'))->toBe(placing(dataUrl('image/svg+xml', placing('a.svg', 'b.svg'))));
});

it('stays within its limit, however many times something is placed', function () {
    $photo = str_repeat('x', 60_000);
    expect(substr_count(embedded(['a.svg' => placing(...array_fill(0, 9, 'b.png')), 'b.png' => $photo], 'a.svg', 200_000), 'data:'))->toBe(3);
    // Each of seven drawings places the next one twenty times: 20^6 pictures without a limit.
    $nest = ['d7.svg' => placing()];
    for ($n = 6; $n >= 0; $n--) {
        $nest["d{$n}.svg"] = placing(...array_fill(0, 20, 'd'.($n + 1).'.svg'));
    }
    expect(strlen(embedded($nest, 'd0.svg')))->toBeLessThan(8 << 20);
});
