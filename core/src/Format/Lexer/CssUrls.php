<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

use Hafenbuch\Core\Format\Notation\CssString;
use Hafenbuch\Core\Format\Notation\CssUnquotedUrl;
use Hafenbuch\Core\Text\Patience;
use Hafenbuch\Core\Text\Pattern;

/** Finds the addresses of a style sheet or a declaration list by its tokens (CSS Syntax 3, section 4): url() and @import. */
final class CssUrls
{
    private const STRING = '"(?:[^"\\\\\n]++|\\\\.)*+"|\'(?:[^\'\\\\\n]++|\\\\.)*+\'';

    private const AFTER_ESCAPE = '(?![0-9A-Fa-f])(?:\r\n|[ \t\r\n\f])?';

    /** Letters of names, plain and as escapes (section 4.3.7). */
    private const LETTERS = [
        'c' => '(?:c|\\\\0{0,4}[46]3'.self::AFTER_ESCAPE.')', 'i' => '(?:i|\\\\(?:i|0{0,4}[46]9'.self::AFTER_ESCAPE.'))', 'l' => '(?:l|\\\\(?:l|0{0,4}[46]c'.self::AFTER_ESCAPE.'))',
        'm' => '(?:m|\\\\(?:m|0{0,4}[46]d'.self::AFTER_ESCAPE.'))', 'o' => '(?:o|\\\\(?:o|0{0,4}[46]f'.self::AFTER_ESCAPE.'))', 'p' => '(?:p|\\\\(?:p|0{0,4}[57]0'.self::AFTER_ESCAPE.'))',
        'r' => '(?:r|\\\\(?:r|0{0,4}[57]2'.self::AFTER_ESCAPE.'))', 's' => '(?:s|\\\\(?:s|0{0,4}[57]3'.self::AFTER_ESCAPE.'))', 't' => '(?:t|\\\\(?:t|0{0,4}[57]4'.self::AFTER_ESCAPE.'))',
        'u' => '(?:u|\\\\(?:u|0{0,4}[57]5'.self::AFTER_ESCAPE.'))',
    ];

    private const PLAIN = ['@import', 'url|src'];

    private const ESCAPED = [
        '@'.self::LETTERS['i'].self::LETTERS['m'].self::LETTERS['p'].self::LETTERS['o'].self::LETTERS['r'].self::LETTERS['t'],
        self::LETTERS['u'].self::LETTERS['r'].self::LETTERS['l'].'|'.self::LETTERS['s'].self::LETTERS['r'].self::LETTERS['c'],
    ];

    /** An escape that can stand for a letter of these names. */
    private const ESCAPE = '~\\\\(?:[ilmoprtu]|0{0,4}[4-7][0-9A-D]'.self::AFTER_ESCAPE.')~i';

    private const IN_NAME = '[A-Za-z0-9_\-\x80-\xff]';

    /** What can hold an address, or hide what looks like one. */
    private const TOKENS = '
        (?<comment>/\*(?:[^*]++|\*(?!/))*+(?:\*/|\z))
        |(?<import>%1$s)(?!'.self::IN_NAME.')
        |(?<namespace>@namespace(?!'.self::IN_NAME.')(?:[^;{}"\'\\\\]++|\\\\.|'.self::STRING.')*+)
        |(?<![A-Za-z0-9_\-\x80-\xff\\\\])(?<url>(?:%2$s)\(\s*+(?:(?<quoted>'.self::STRING.')\s*+(?=[)\s]|(?<=\s)|\z)|(?<bare>(?:[^\s"\'()\\\\\x00-\x08\x0b\x0e-\x1f\x7f]|\\\\[0-9A-Fa-f]{1,6}[ \t\n]?|\\\\[^\n0-9A-Fa-f])++)\s*+(?=\)|\z)|(?<empty>(?=\)))))
        |(?<![A-Za-z0-9_\-\x80-\xff\\\\])(?<set>(?:-webkit-)?image-set\()
        |(?<string>'.self::STRING.')
        |(?<unclosed>"(?:[^"\\\\\n]++|\\\\.)*+|\'(?:[^\'\\\\\n]++|\\\\.)*+)';

    private const NEXT = '~'.self::TOKENS.'~xsi';

    /** Behind @import its end matters too: a string after that is no address. */
    private const NEXT_OR_END = '~'.self::TOKENS.'|(?<end>[;{}])~xsi';

    /** In a set of images strings are addresses, except that of a type (CSS Images 4, section 2.4). */
    private const NEXT_IN_SET = '~'.self::TOKENS.'|(?<![A-Za-z0-9_\-])(?<type>type\(\s*+(?:'.self::STRING.')\s*+\))|(?<open>\()|(?<close>\))|(?<end>[;{}])~xsi';

    /** @return list<CssUrl> */
    public static function find(string $css): array
    {
        if (stripos($css, 'url(') === false && stripos($css, '@import') === false && stripos($css, 'src(') === false && stripos($css, 'image-set(') === false && ! str_contains($css, '\\')) {
            return [];
        }
        // Nearly no sheet writes names with escapes, and looking for them takes three times as long.
        $names = Pattern::matches(self::ESCAPE, $css) ? self::ESCAPED : self::PLAIN;
        [$plain, $orEnd, $inSet] = array_map(static fn (string $pattern): string => sprintf($pattern, ...$names), [self::NEXT, self::NEXT_OR_END, self::NEXT_IN_SET]);
        $urls = [];
        $awaitsImport = false;
        $depth = 0;
        $end = strlen($css);
        // One at a time: all tokens of a large sheet at once would take a hundred times its size.
        for ($at = 0; $at < $end; $at = $token[0][1] + max(1, strlen((string) $token[0][0]))) {
            Patience::spend();
            $next = $depth > 0 ? $inSet : ($awaitsImport ? $orEnd : $plain);
            if (! Pattern::matches($next, $css, $token, PREG_OFFSET_CAPTURE | PREG_UNMATCHED_AS_NULL, $at)) {
                break;
            }
            $is = static fn (string $what): bool => isset($token[$what]) && $token[$what][0] !== null;
            $found = match (true) {
                $is('quoted') => self::quoted($token['quoted'], $awaitsImport),
                $is('bare') => new CssUrl($token['bare'][1], strlen((string) $token['bare'][0]), new CssUnquotedUrl, $awaitsImport),
                $is('string') && ($awaitsImport || $depth === 1) => self::quoted($token['string'], $awaitsImport),
                default => null,
            };
            if ($found !== null) {
                $urls[] = $found;
            }
            if (! $is('comment')) {
                $awaitsImport = $is('import');
            }
            $depth = match (true) {
                $is('end') => 0,
                $is('set') => $depth + 1,
                $depth > 0 && ($is('open') || $is('url')) => $depth + 1,
                $is('close') => $depth - 1,
                default => $depth,
            };
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
