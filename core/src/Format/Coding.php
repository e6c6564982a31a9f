<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format;

use Hafenbuch\Core\Charset\Charset;
use Hafenbuch\Core\Charset\CodedText;
use Hafenbuch\Core\Text\Pattern;

/** A content in the charset that it says, else that is likely; and what is to be said about that. */
final readonly class Coding
{
    /** So many bytes tell whether a content is nearly UTF-8. */
    private const LOOKED_AT = 1 << 18;

    private function __construct(public CodedText $coded, public ?string $note = null) {}

    /** @param ?Charset $fallback of contents that say none and are no UTF-8; null: it is guessed, and said so */
    public static function of(Format $format, string $bytes, ?Charset $fallback): self
    {
        $label = DeclaredCharset::in($format->language(), $bytes);
        $declared = $label === null ? null : Charset::named($label);
        $unknown = $label !== null && $declared === null ? 'It says that its charset is “'.mb_strimwidth(mb_scrub($label), 0, 40, '…').'”, which Hafenbuch does not know. ' : '';
        $charset = $declared ?? self::likely($format, $bytes, $fallback);
        $coded = new CodedText($bytes, $charset);
        $damage = $coded->damage();
        $note = match (true) {
            $damage !== null => MalformedContent::at($coded->text, $damage, "{$unknown}A byte that is no character in {$charset->name}")->getMessage().'. What stands around it was read.',
            $unknown !== '' => "{$unknown}It was read as {$charset->name}.",
            $declared === null && $fallback === null && ! $charset->isUtf8() && ! $format instanceof Legacy => "It is no UTF-8 and does not say its charset, so it was read as {$charset->name}. Say it in the document, or in the settings of the workspace.",
            default => null,
        };

        return new self($coded, $note);
    }

    private static function likely(Format $format, string $bytes, ?Charset $fallback): Charset
    {
        if (mb_check_encoding($bytes, 'UTF-8')) {
            return Charset::utf8();
        }
        $legacy = Charset::named('windows-1252') ?? Charset::utf8();

        return match (true) {
            // One that is nearly UTF-8 is UTF-8 that was damaged.
            self::isMostlyUtf8($bytes) => Charset::utf8(),
            $format instanceof Legacy => $legacy,
            default => $fallback ?? $legacy,
        };
    }

    private static function isMostlyUtf8(string $bytes): bool
    {
        // A part tells as much as the whole; a character that is cut at its end is one wrong byte more.
        $part = substr($bytes, 0, self::LOOKED_AT);
        $right = Pattern::count('~[\xc2-\xdf][\x80-\xbf]|[\xe0-\xef][\x80-\xbf]{2}|[\xf0-\xf4][\x80-\xbf]{3}~', $part);
        $wrong = Pattern::count('~(?:[\x00-\x7f]|[\xc2-\xdf][\x80-\xbf]|[\xe0-\xef][\x80-\xbf]{2}|[\xf0-\xf4][\x80-\xbf]{3})++(*SKIP)(*FAIL)|.~s', $part);

        return $right > 10 * $wrong;
    }
}
