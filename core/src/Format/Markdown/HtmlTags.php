<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Markdown;

use Hafenbuch\Core\Format\Html\HtmlPlaces;
use Hafenbuch\Core\Format\Lexer\DecodedText;
use Hafenbuch\Core\Reference\ReferenceSite;

/** What HTML within Markdown refers to: Markdown passes it on as it is, so it is read as browsers do. */
final class HtmlTags
{
    /** @return list<ReferenceSite> */
    public static function inBlock(DecodedText $block): array
    {
        return self::placed((new HtmlPlaces($block->text))->all(), $block, 0);
    }

    /**
     * @param  string  $tag  that begins at an offset of the text
     * @return list<ReferenceSite>
     */
    public static function inTag(DecodedText $text, string $tag, int $at): array
    {
        return self::placed((new HtmlPlaces($tag))->all(), $text, $at);
    }

    /**
     * @param  list<ReferenceSite>  $sites
     * @return list<ReferenceSite>
     */
    private static function placed(array $sites, DecodedText $text, int $at): array
    {
        $placed = [];
        foreach ($sites as $site) {
            $offset = $text->fileOffset($at + $site->offset);
            $length = $text->fileOffset($at + $site->offset + $site->length) - $offset;
            // A value over several lines has other syntax, or another line end, between them.
            $written = substr($text->text, $at + $site->offset, $site->length);
            if ($length === $site->length && ! str_contains($written, "\n")) {
                $placed[] = $site->standing($offset, $length, $site->notation);
            }
        }

        return $placed;
    }
}
