<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

use Hafenbuch\Core\Format\Notation\CssString;
use Hafenbuch\Core\Format\Notation\CssUnquotedUrl;

/** Finds the addresses of a style sheet or a declaration list by its tokens (CSS Syntax 3, section 4): url() and @import. */
final class CssUrls
{
    private const STRING = '"(?:[^"\\\\\n]++|\\\\.)*+"|\'(?:[^\'\\\\\n]++|\\\\.)*+\'';

    /** What can hold an address, or hide what looks like one. */
    private const TOKENS = '
        (?<comment>/\*(?:[^*]++|\*(?!/))*+(?:\*/|\z))
        |(?<import>@import)(?![A-Za-z0-9_\-\x80-\xff])
        |(?<![A-Za-z0-9_\-\x80-\xff\\\\])(?:url|src)\(\s*(?:(?<quoted>'.self::STRING.')|(?<bare>(?:[^\s"\'()\\\\\x00-\x08\x0b\x0e-\x1f\x7f]|\\\\[0-9A-Fa-f]{1,6}[ \t\n]?|\\\\[^\n0-9A-Fa-f])++)|(?<empty>(?=\))))\s*(?=[)\s]|$)
        |(?<string>'.self::STRING.')';

    private const NEXT = '~'.self::TOKENS.'~xsi';

    /** Behind @import its end matters too: a string after that is no address. */
    private const NEXT_OR_END = '~'.self::TOKENS.'|[;{}]~xsi';

    /** @return list<CssUrl> */
    public static function find(string $css): array
    {
        if (stripos($css, 'url(') === false && stripos($css, '@import') === false && stripos($css, 'src(') === false) {
            return [];
        }
        $urls = [];
        $awaitsImport = false;
        // One at a time: all tokens of a large sheet at once would take a hundred times its size.
        for ($at = 0; preg_match($awaitsImport ? self::NEXT_OR_END : self::NEXT, $css, $token, PREG_OFFSET_CAPTURE | PREG_UNMATCHED_AS_NULL, $at) === 1; $at = $token[0][1] + strlen($token[0][0])) {
            Patience::spend();
            $found = match (true) {
                $token['quoted'][0] !== null => self::quoted($token['quoted'], $awaitsImport),
                $token['bare'][0] !== null => new CssUrl($token['bare'][1], strlen($token['bare'][0]), new CssUnquotedUrl, $awaitsImport),
                $token['string'][0] !== null && $awaitsImport => self::quoted($token['string'], true),
                default => null,
            };
            if ($found !== null) {
                $urls[] = $found;
            }
            if ($token['comment'][0] === null) {
                $awaitsImport = $token['import'][0] !== null;
            }
        }

        return $urls;
    }

    /** @param array{string, int} $match */
    private static function quoted(array $match, bool $isImport): CssUrl
    {
        [$string, $offset] = $match;

        return new CssUrl($offset + 1, strlen($string) - 2, new CssString($string[0]), $isImport);
    }
}
