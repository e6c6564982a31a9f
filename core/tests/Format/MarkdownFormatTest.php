<?php

declare(strict_types=1);

use Hafenbuch\Core\Format\Markdown\MarkdownFormat;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Reference\Splicer;
use Hafenbuch\Core\Reference\UnwritableValue;
use Hafenbuch\Core\Tests\Support\InstalledFiles;
use League\CommonMark\Environment\Environment;
use League\CommonMark\Extension\CommonMark\CommonMarkCoreExtension;
use League\CommonMark\Extension\CommonMark\Node\Inline\AbstractWebResource;
use League\CommonMark\Parser\MarkdownParser;
use League\CommonMark\Util\UrlEncoder;

/** @return list<array{string, string}> kind and raw text */
function markdownReferences(string $markdown): array
{
    return array_map(static fn (ReferenceSite $site): array => [$site->kind, $site->raw], (new MarkdownFormat)->read($markdown)->references);
}

it('finds every place where a text refers to something', function (string $markdown, array $expected) {
    expect(markdownReferences($markdown))->toBe($expected);
})->with([
    'link and image' => ['[a](one.md) ![b](two.png)', [['link', 'one.md'], ['image', 'two.png']]],
    'angle brackets' => ['[a](<one two.md> "title")', [['link', 'one two.md']]],
    'titles in every form' => ["[a](1.md 't') [b](2.md (t)) [c](3.md\n\"t\")", [['link', '1.md'], ['link', '2.md'], ['link', '3.md']]],
    'escapes and entities' => ['[a](a\)b&amp;c\_d.md)', [['link', 'a)b&c_d.md']]],
    'balanced parentheses' => ['[a](b(c(d)).md)', [['link', 'b(c(d)).md']]],
    'empty' => ['[a]()', [['link', '']]],
    'image in a link' => ['[![i](small.png)](large.png)', [['image', 'small.png'], ['link', 'large.png']]],
    'no link in a link' => ['[a [b](in.md) c](out.md)', [['link', 'in.md']]],
    'definition' => ["[a][x]\n\n[x]: <far away.md>\n  'title'", [['definition', 'far away.md']]],
    'two definitions, then text' => ["[x]: 1.md\n[y]: 2.md \"t\"\n[z](3.md)", [['definition', '1.md'], ['definition', '2.md'], ['link', '3.md']]],
    'autolink' => ['<https://example.org/a?b>', [['autolink', 'https://example.org/a?b']]],
    'HTML inside a line' => ['x <img alt="a" src="p.png"> <a href=\'q.html\'>y</a> <A HREF=r.html>z</A>', [['image', 'p.png'], ['link', 'q.html'], ['link', 'r.html']]],
    'HTML block' => ["<div>\n<img src=\"a&amp;b.png\">\n</div>\n\n[c](d.md)", [['image', 'a&b.png'], ['link', 'd.md']]],
    'heading, quote, list' => ["# [a](1.md)\n> [b](2.md)\n> - [c](3.md)\nlazy [d](4.md)", [['link', '1.md'], ['link', '2.md'], ['link', '3.md'], ['link', '4.md']]],
    'not in a code span' => ['`[a](b.md)` ``[c](`d.md)``', []],
    'not in fenced code' => ["```\n[a](b.md)\n```\n~~~ x\n[c](d.md)", []],
    'not in indented code' => ["text\n\n    [a](b.md)\n\n- x\n\n      [c](d.md)", []],
    'not in a comment or script' => ["<!-- [a](b.md) <img src=\"x\"> -->\n\n<script>\n\"<img src='y'>\"\n</script>", []],
    'not escaped' => ['\[a](b.md) [a\](b.md)', []],
    'not in front matter' => ["---\ntitle: x\nlink: '[a](b.md)'\n---\n[c](d.md)", [['link', 'd.md']]],
]);

it('reads the title from front matter or the first heading', function (string $markdown, string $title) {
    expect((new MarkdownFormat)->read($markdown)->field('title')?->raw)->toBe($title);
})->with([
    ["# The *float*\n\ntext", 'The *float*'],
    ["## Second level ##\n", 'Second level'],
    ["Over two\n===\n", 'Over two'],
    ["---\ntitle: Plain words # comment\n---\n# Other", 'Plain words'],
    ["---\ntitle: \"Quoted \\\"words\\\" \\u00e4\"\n---\n", 'Quoted "words" ä'],
    ["---\ntitle: 'It''s'\n---\n", "It's"],
    ['only text', ''],
]);

it('writes a title where there is none', function () {
    $reading = (new MarkdownFormat)->read("Some text.\n");

    expect(Splicer::splice("Some text.\n", [[$reading->field('title'), 'A *new* one']]))->toBe("# A \\*new\\* one\n\nSome text.\n");
});

it('refuses what the syntax cannot hold', function () {
    [$autolink] = (new MarkdownFormat)->read('<https://example.org>')->references;

    expect(fn () => Splicer::splice('<https://example.org>', [[$autolink, 'two words.md']]))->toThrow(UnwritableValue::class);
});

it('agrees with a CommonMark parser about real files', function () {
    $environment = new Environment;
    $environment->addExtension(new CommonMarkCoreExtension);
    $parser = new MarkdownParser($environment);
    $compared = 0;
    foreach (InstalledFiles::withExtension('md', 150) as $file) {
        $markdown = (string) file_get_contents($file);
        // Front matter and raw HTML are not links for that parser.
        if (! mb_check_encoding($markdown, 'UTF-8') || str_starts_with($markdown, '---') || preg_match('~(?:src|href)\s*=~i', $markdown) === 1) {
            continue;
        }
        $document = $parser->parse($markdown);
        $defined = [];
        foreach ($document->getReferenceMap() as $definition) {
            $defined[] = $definition->getDestination();
        }
        $theirs = [];
        foreach ($document->iterator() as $node) {
            if ($node instanceof AbstractWebResource && ! in_array($node->getUrl(), $defined, true) && ! str_starts_with($node->getUrl(), 'mailto:')) {
                $theirs[] = $node->getUrl();
            }
        }
        $ours = [];
        foreach ((new MarkdownFormat)->read($markdown)->references as $site) {
            $url = UrlEncoder::unescapeAndEncode($site->raw);
            if ($site->kind !== 'definition' && ! in_array($url, $defined, true) && ! str_starts_with($url, 'mailto:')) {
                $ours[] = $url;
            }
        }
        sort($theirs);
        sort($ours);
        expect($ours)->toBe($theirs, $file);
        $compared += count($ours);
    }
    expect($compared)->toBeGreaterThan(200);
});
