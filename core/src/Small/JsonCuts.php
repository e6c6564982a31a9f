<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Small;

use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Format\Lexer\JsonLexer;
use Hafenbuch\Core\Format\MalformedContent;
use Hafenbuch\Core\Text\Pattern;

/** What a JSON text can do without. */
final class JsonCuts
{
    /** @throws MalformedContent */
    public static function spaces(string $text): Cut
    {
        // Only of what is JSON from end to end; then space stands either in strings or for the eye.
        JsonLexer::read($text);
        Pattern::matchAll('~"(?:[^"\\\\]++|\\\\.)*+"(*SKIP)(*FAIL)|[ \t\r\n]++~s', $text, $matches, PREG_OFFSET_CAPTURE);

        return new Cut('spaces', 'white space between values', array_values(array_map(static fn (array $match): Change => new Change($match[1], strlen($match[0])), $matches[0])));
    }
}
