<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Markdown;

use Hafenbuch\Core\Format\Lexer\DecodedText;
use Hafenbuch\Core\Format\Lexer\Patience;
use Hafenbuch\Core\Format\Notation\HtmlAttributeValue;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** Pictures, links and media among the HTML in Markdown. */
final class HtmlTags
{
    /** By element: its attributes, each with the kind of reference. */
    private const URLS = [
        'img' => ['src' => 'image'], 'a' => ['href' => 'link'], 'video' => ['src' => 'movie', 'poster' => 'image'], 'audio' => ['src' => 'sound'], 'source' => ['src' => 'media'],
        'track' => ['src' => 'captions'], 'iframe' => ['src' => 'frame'], 'embed' => ['src' => 'embedded'], 'object' => ['data' => 'embedded'],
    ];

    /** @return list<ReferenceSite> */
    public static function inBlock(DecodedText $block): array
    {
        $sites = [];
        $markup = new Markup($block->text);
        for ($at = 0; ($at = strpos($block->text, '<', $at)) !== false;) {
            Patience::spend();
            $length = $markup->length($at);
            $tag = $length === null ? $markup->tag($at) : null;
            if ($tag !== null) {
                array_push($sites, ...self::inTag($block, $tag, $at));
            }
            $at += $length ?? strlen($tag ?? '<');
        }

        return $sites;
    }

    /** @return list<ReferenceSite> */
    public static function inTag(DecodedText $text, string $tag, int $at): array
    {
        if (! Pattern::matches('~^<('.implode('|', array_keys(self::URLS)).')(?=[\s/>])~i', $tag, $match)) {
            return [];
        }
        $kinds = self::URLS[strtolower($match[1])];
        Pattern::matchAll('~\s++([A-Za-z_:][A-Za-z0-9_.:\-]*+)\s*+=\s*+(?:([^\s"\'=<>`]++)|\'([^\']*+)\'|"([^"]*+)")~', $tag, $attributes, PREG_SET_ORDER | PREG_OFFSET_CAPTURE | PREG_UNMATCHED_AS_NULL);
        $sites = [];
        foreach ($attributes as $found) {
            $name = strtolower((string) $found[1][0]);
            if (! isset($kinds[$name]) || isset($sites[$name])) {
                continue;
            }
            $group = $found[2][0] !== null ? 2 : ($found[3][0] !== null ? 3 : 4);
            $value = (string) $found[$group][0];
            $offset = $text->fileOffset($at + $found[$group][1]);
            $length = $text->fileOffset($at + $found[$group][1] + strlen($value)) - $offset;
            // A value over several lines has other syntax between them.
            if ($length === strlen($value)) {
                $notation = new HtmlAttributeValue([2 => '', 3 => "'", 4 => '"'][$group]);
                $sites[$name] = new ReferenceSite($kinds[$name], $offset, $length, $notation->decode($value), $notation);
            }
        }

        return array_values($sites);
    }
}
