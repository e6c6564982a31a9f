<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Markdown;

use Hafenbuch\Core\Format\Lexer\DecodedText;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** Reads a link destination and title (CommonMark, section 6.3) at a position of a text. */
final readonly class Destination
{
    private function __construct(private DecodedText $text, public int $offset, public int $length, private bool $isAngle, public int $end) {}

    public static function at(DecodedText $text, int $at): ?self
    {
        if (($text->text[$at] ?? '') === '<') {
            $end = self::angleEnd($text->text, $at + 1);

            return $end === null ? null : new self($text, $at + 1, $end - $at - 1, true, $end + 1);
        }
        $end = self::bareEnd($text->text, $at);

        return $end === null ? null : new self($text, $at, $end - $at, false, $end);
    }

    /** The position behind a title that begins here, or null where none does. */
    public static function titleEnd(string $text, int $at): ?int
    {
        $isFound = Pattern::matches('~\G(?:"(?:[^"\\\\]++|\\\\.)*+"|\'(?:[^\'\\\\]++|\\\\.)*+\'|\((?:[^()\\\\]++|\\\\.)*+\))~s', $text, $match, 0, $at);

        return $isFound ? $at + strlen($match[0]) : null;
    }

    public function site(string $kind): ReferenceSite
    {
        $notation = $this->isAngle ? new AngleDestination : new BareDestination;

        return new ReferenceSite(
            $kind,
            $this->text->fileOffset($this->offset),
            $this->length,
            $notation->decode(substr($this->text->text, $this->offset, $this->length)),
            $notation,
        );
    }

    /** Where the “>” is that ends it; neither a line's end nor a “<” may stand before. */
    private static function angleEnd(string $text, int $at): ?int
    {
        do {
            $at += strcspn($text, "<>\\\n", $at);
            $isEscape = ($text[$at] ?? '') === '\\' && ($text[$at + 1] ?? "\n") !== "\n";
            $at += $isEscape ? 2 : 0;
        } while ($isEscape);

        return ($text[$at] ?? '') === '>' ? $at : null;
    }

    /** Balanced parentheses belong to it, white space and control characters end it. */
    private static function bareEnd(string $text, int $at): ?int
    {
        $depth = 0;
        $end = strlen($text);
        while ($at < $end) {
            $at += strcspn($text, "\\()\x00\x01\x02\x03\x04\x05\x06\x07\x08\t\n\v\f\r\x0e\x0f\x10\x11\x12\x13\x14\x15\x16\x17\x18\x19\x1a\e\x1c\x1d\x1e\x1f \x7f", $at);
            $character = $text[$at] ?? '';
            if ($character === '\\') {
                $at += Pattern::matches('~\G\\\\['.MarkdownEscapes::PUNCTUATION.']~', $text, $match, 0, $at) ? 2 : 1;
            } elseif ($character === '(') {
                if (++$depth > 32) {
                    return null;
                }
                $at++;
            } elseif ($character === ')' && $depth > 0) {
                $depth--;
                $at++;
            } else {
                break;
            }
        }

        return $depth === 0 ? $at : null;
    }
}
