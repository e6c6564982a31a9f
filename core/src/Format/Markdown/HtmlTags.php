<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Markdown;

use Hafenbuch\Core\Format\Lexer\DecodedText;
use Hafenbuch\Core\Format\Lexer\Patience;
use Hafenbuch\Core\Format\Notation\HtmlAttributeValue;
use Hafenbuch\Core\Reference\ReferenceSite;

/** `img` and `a` among the HTML in Markdown. */
final class HtmlTags
{
    private const URLS = ['img' => ['src', 'image'], 'a' => ['href', 'link']];

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
        if (preg_match('~^<(img|a)(?=[\s/>])~i', $tag, $match) !== 1) {
            return [];
        }
        [$attribute, $kind] = self::URLS[strtolower($match[1])];
        preg_match_all('~\s++([A-Za-z_:][A-Za-z0-9_.:\-]*+)\s*+=\s*+(?:([^\s"\'=<>`]++)|\'([^\']*+)\'|"([^"]*+)")~', $tag, $attributes, PREG_SET_ORDER | PREG_OFFSET_CAPTURE | PREG_UNMATCHED_AS_NULL);
        foreach ($attributes as $found) {
            if (strtolower((string) $found[1][0]) !== $attribute) {
                continue;
            }
            $group = $found[2][0] !== null ? 2 : ($found[3][0] !== null ? 3 : 4);
            $value = (string) $found[$group][0];
            $offset = $text->fileOffset($at + $found[$group][1]);
            $length = $text->fileOffset($at + $found[$group][1] + strlen($value)) - $offset;
            if ($length !== strlen($value)) {
                return []; // A value over several lines has other syntax between them.
            }
            $notation = new HtmlAttributeValue([2 => '', 3 => "'", 4 => '"'][$group]);

            return [new ReferenceSite($kind, $offset, $length, $notation->decode($value), $notation)];
        }

        return [];
    }
}
