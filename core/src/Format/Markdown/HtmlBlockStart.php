<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Markdown;

/** The seven ways in which an HTML block starts, and what ends each (CommonMark, section 4.6). */
final class HtmlBlockStart
{
    private const BLOCK_ELEMENTS = 'address|article|aside|base|basefont|blockquote|body|caption|center|col|colgroup|dd|details|dialog|dir|div|dl|dt|fieldset|figcaption|figure|footer|form|frame|frameset|h[1-6]|head|header|hr|html|iframe|legend|li|link|main|menu|menuitem|nav|noframes|ol|optgroup|option|p|param|search|section|summary|table|tbody|td|tfoot|th|thead|title|tr|track|ul';

    /** start => [end, whether tags inside it are read] */
    private const KINDS = [
        '~\G<(?:script|pre|style|textarea)(?=[\s>]|$)~i' => ['~</(?:script|pre|style|textarea)>~i', true],
        '~\G<!--~' => ['~-->~', false],
        '~\G<\?~' => ['~\?>~', false],
        '~\G<![A-Za-z]~' => ['~>~', false],
        '~\G<!\[CDATA\[~' => ['~\]\]>~', false],
        '~\G</?(?:'.self::BLOCK_ELEMENTS.')(?=\s|/?>|$)~i' => ['', true],
    ];

    /** @return ?array{string, bool} the pattern that ends the block ('' for a blank line), and whether its tags are read */
    public static function of(LineCursor $line, bool $inParagraph): ?array
    {
        if (! $line->startsWith('<')) {
            return null;
        }
        foreach (self::KINDS as $start => $kind) {
            if ($line->match($start) !== null) {
                return $kind;
            }
        }

        $text = rtrim($line->text(), " \t");

        return ! $inParagraph && (new Markup($text))->tag(0) === $text ? ['', true] : null;
    }
}
