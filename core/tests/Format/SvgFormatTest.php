<?php

declare(strict_types=1);

use Hafenbuch\Core\Format\Lexer\XmlLexer;
use Hafenbuch\Core\Format\MalformedContent;
use Hafenbuch\Core\Format\Svg\SvgFormat;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Reference\Splicer;

/** @return list<array{string, string}> kind and raw text */
function svgReferences(string $svg): array
{
    return array_map(static fn (ReferenceSite $site): array => [$site->kind, $site->raw], (new SvgFormat)->read($svg)->references);
}

it('finds every place where a drawing refers to something', function (string $inner, array $expected) {
    expect(svgReferences('<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink">'.$inner.'</svg>'))->toBe($expected);
})->with([
    'image' => ['<image href="float.png"/>', [['image', 'float.png']]],
    'old link attribute' => ["<use xlink:href='parts.svg#arm'/>", [['use', 'parts.svg#arm']]],
    'entities' => ['<a href="a&amp;b&#x20;c&quot;.html">x</a>', [['link', 'a&b c".html']]],
    'filter image' => ['<filter><feImage href="noise.png"/></filter>', [['filter image', 'noise.png']]],
    'gradients and pattern' => ['<linearGradient href="#a"/><radialGradient href="g.svg#b"/><pattern href="p.svg#c"/>', [['gradient', '#a'], ['gradient', 'g.svg#b'], ['pattern', 'p.svg#c']]],
    'text path' => ['<text><textPath href="curve.svg#c">x</textPath></text>', [['text path', 'curve.svg#c']]],
    'style attribute' => ['<g style="fill:url(inks.svg#blue); mask: url(\'m.svg#m\')"/>', [['style', 'inks.svg#blue'], ['style', 'm.svg#m']]],
    'quoted by entities' => ['<g style="fill:url(&quot;a b.svg#x&quot;)"/>', [['style', 'a b.svg#x']]],
    'presentation attribute' => ['<path fill="url(inks.svg#brass)" marker-end="url(#tip)"/>', [['style', 'inks.svg#brass'], ['style', '#tip']]],
    'style element' => ['<style>@import "sheet.css"; @font-face { src: url(f.woff2) } /* url(no.png) */</style>', [['import', 'sheet.css'], ['style', 'f.woff2']]],
    'style element in CDATA' => ['<style><![CDATA[ rect { fill: url("a&b.svg#c") } ]]></style>', [['style', 'a&b.svg#c']]],
    'not in text, comments or other attributes' => ['<text data-href="x.png" id="url(x)">href="y.png" url(z.png)</text><!-- <image href="c.png"/> -->', []],
]);

it('finds the style sheets of a document', function () {
    expect(svgReferences('<?xml version="1.0"?><?xml-stylesheet type="text/css" href="look.css?a=1&amp;b=2"?><svg/>'))->toBe([['stylesheet', 'look.css?a=1&b=2']]);
});

it('reads and writes title and description', function () {
    $svg = "<svg>\n<title>Tide &amp; gauge</title><g><title>inner</title></g></svg>";
    $reading = (new SvgFormat)->read($svg);

    expect($reading->field('title')?->raw)->toBe('Tide & gauge')
        ->and($reading->field('description')?->raw)->toBe('');

    $spliced = Splicer::splice($svg, [[$reading->field('title'), 'Arm <left>'], [$reading->field('description'), 'What it lifts']]);

    expect($spliced)->toBe("<svg>\n<title>Arm &lt;left&gt;</title>\n  <desc>What it lifts</desc><g><title>inner</title></g></svg>");
});

it('has no single place for a title that holds more than text', function () {
    expect((new SvgFormat)->read('<svg><title>a<!-- b --></title></svg>')->field('title'))->toBeNull();
});

it('says where a drawing is malformed', function (string $svg, string $message) {
    expect((new SvgFormat)->read($svg)->note)->toContain($message)
        ->and(fn () => XmlLexer::tokens($svg))->toThrow(MalformedContent::class, $message);
})->with([
    ["<svg>\n  <g></svg>", 'The end tag </svg> stands where </g> is due (line 2, column 6)'],
    ['<svg><image href="a.png></svg>', 'not well-formed'],
    ['<svg/><svg/>', 'second root element'],
    ['', 'There is no element'],
    ['<svg><!-- ', 'comment that is not closed'],
    ["<svg>\nGröße < x</svg>", 'A “<” that starts no tag (line 2, column 7)'],
]);

it('reads on behind what is malformed', function (string $svg, array $references) {
    expect(svgReferences($svg))->toBe($references)->and((new SvgFormat)->read($svg)->note)->not->toBeNull();
})->with([
    'an attribute in mid-typing' => ['<svg><image href="a.png" wid><use href="b.svg"/></svg>', [['image', 'a.png'], ['use', 'b.svg']]],
    'a tag in mid-typing' => ["<svg><image href=\"a.png\"\n<use href='b.svg'/></svg>", [['image', 'a.png'], ['use', 'b.svg']]],
    'a value in mid-typing' => ["<svg><image href=\"a.pn\n<use href='b.svg'/></svg>", [['use', 'b.svg']]],
    'an element that is not closed' => ['<svg><g><image href="a.png"></svg>', [['image', 'a.png']]],
    'an end tag too many' => ['<svg></g><image href="a.png"/></svg>', [['image', 'a.png']]],
    'a style that is not closed' => ['<svg><style>g { fill: url(a.svg) }</svg>', [['style', 'a.svg']]],
    'a comment in mid-typing' => ['<svg><!-- the arm <image href="a.png"/></svg>', [['image', 'a.png']]],
    'a “<” in text' => ['<svg><text>1 < 2</text><image href="a.png"/></svg>', [['image', 'a.png']]],
    'a second root element' => ['<svg/><svg><image href="a.png"/></svg>', [['image', 'a.png']]],
]);

it('opens and expands no entity', function () {
    $bomb = '<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;"><!ENTITY x SYSTEM "file:///etc/passwd">]><svg><image href="&b;&x;"/></svg>';

    expect(svgReferences($bomb))->toBe([]);
});
