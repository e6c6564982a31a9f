<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Markdown;

use Hafenbuch\Core\Format\Lexer\Terminators;
use Hafenbuch\Core\Text\Patience;
use Hafenbuch\Core\Text\Pattern;

/** What begins with “<” in a text of Markdown: tags, autolinks, comments, instructions, declarations, CDATA sections (CommonMark, sections 6.5 and 6.6). */
final class Markup
{
    private const NAME = '~\G</?[A-Za-z][A-Za-z0-9\-]*+~';

    private const ATTRIBUTE = '~\G\s++[A-Za-z_:][A-Za-z0-9_.:\-]*+(?:\s*+=\s*+(?:[^\s"\'=<>`]++|\'[^\']*+\'|"[^"]*+"))?+~';

    private Terminators $ends;

    public function __construct(private readonly string $text)
    {
        $this->ends = new Terminators($text);
    }

    /** @return ?int the length of what is no tag, where it begins at the position of a “<” */
    public function length(int $at): ?int
    {
        [$lead, $end] = match (true) {
            substr_compare($this->text, '<?', $at, 2) === 0 => [2, '?>'],
            substr_compare($this->text, '<!-->', $at, 5) === 0 => [4, '>'],
            substr_compare($this->text, '<!--->', $at, 6) === 0 => [5, '>'],
            substr_compare($this->text, '<!--', $at, 4) === 0 => [4, '-->'],
            substr_compare($this->text, '<![CDATA[', $at, 9) === 0 => [9, ']]>'],
            substr_compare($this->text, '<!', $at, 2) === 0 && ctype_alpha($this->text[$at + 2] ?? '') => [3, '>'],
            default => [0, ''],
        };
        $close = $lead === 0 ? null : $this->ends->next($end, $at + $lead);

        return $close === null ? null : $close + strlen($end) - $at;
    }

    /** @return ?string the open or closing tag that begins at the position of a “<” */
    public function tag(int $at): ?string
    {
        $next = $this->text[$at + 1] ?? '';
        $isClosing = $next === '/';
        if ((! $isClosing && ! ctype_alpha($next)) || $this->ends->next('>', $at) === null || ! Pattern::matches(self::NAME, $this->text, $match, 0, $at)) {
            return null;
        }
        $end = $at + strlen($match[0]);
        // One at a time: no expression takes as many as there can be.
        while (! $isClosing && Pattern::matches(self::ATTRIBUTE, $this->text, $match, 0, $end)) {
            Patience::spend();
            $end += strlen($match[0]);
        }
        $end += strspn($this->text, " \t\n\v\f\r", $end);
        $end += ! $isClosing && ($this->text[$end] ?? '') === '/' ? 1 : 0;

        return ($this->text[$end] ?? '') === '>' ? substr($this->text, $at, $end + 1 - $at) : null;
    }

    /** @return ?string the address between the angle brackets of an autolink (section 6.5) */
    public function autolink(int $at): ?string
    {
        return ctype_alpha($this->text[$at + 1] ?? '') && $this->ends->next('>', $at) !== null
            && Pattern::matches('~\G<('.AutolinkAddress::PATTERN.')>~', $this->text, $match, 0, $at) ? $match[1] : null;
    }
}
