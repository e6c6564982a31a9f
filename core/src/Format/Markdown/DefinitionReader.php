<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Markdown;

use Hafenbuch\Core\Format\Lexer\DecodedText;
use Hafenbuch\Core\Text\Patience;
use Hafenbuch\Core\Text\Pattern;

/** Takes the link reference definitions off the start of a paragraph (CommonMark, section 4.7). */
final class DefinitionReader
{
    private const LABEL = '~\G\[((?=\s*+[^\s\]])(?:[^\[\]\\\\]|\\\\.){1,999}+)\]:[ \t]*\n?[ \t]*~s';

    /**
     * @param  list<Definition>  $definitions  grows by those found
     * @return int how many of the paragraph's lines they take
     */
    public static function read(DecodedText $paragraph, array &$definitions): int
    {
        $text = $paragraph->text;
        $at = 0;
        while (Pattern::matches(self::LABEL, $text, $match, 0, $at)) {
            Patience::spend();
            $start = $at + strlen($match[0]);
            $destination = Destination::at($paragraph, $start);
            if ($destination === null || $destination->end === $start) {
                break;
            }
            $end = self::end($text, $destination->end);
            if ($end === null) {
                break;
            }
            $definitions[] = new Definition(Definition::normalise($match[1]), $destination->site('definition'));
            $at = $end;
        }

        return $at >= strlen($text) ? substr_count($text, "\n") + 1 : substr_count($text, "\n", 0, $at);
    }

    /** The position behind the definition's last line, or null where something else follows in it. */
    private static function end(string $text, int $at): ?int
    {
        $lineEnd = Pattern::matches('~\G[ \t]*(?:\n|$)~D', $text, $match, 0, $at) ? $at + strlen($match[0]) : null;
        if (Pattern::matches('~\G(?:[ \t]+\n?|[ \t]*\n)[ \t]*~', $text, $match, 0, $at)) {
            $titleEnd = Destination::titleEnd($text, $at + strlen($match[0]));
            if ($titleEnd !== null && Pattern::matches('~\G[ \t]*(?:\n|$)~D', $text, $after, 0, $titleEnd)) {
                return $titleEnd + strlen($after[0]);
            }
        }

        return $lineEnd;
    }
}
