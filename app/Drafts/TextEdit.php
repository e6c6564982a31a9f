<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Models\Document;
use App\Support\Refused;
use App\Workspace\Reading\TextOf;
use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Change\Changes;
use Hafenbuch\Core\Charset\Charset;
use Hafenbuch\Core\Charset\UnsayableText;
use Hafenbuch\Core\Format\DeclaredCharset;

/**
 * An edit of a content's text, written in the charset in which the content is read afterwards. So whoever changes what a
 * document says of its charset converts it; in every other case nothing changes but what was edited.
 */
final class TextEdit
{
    /**
     * @return string the bytes afterwards
     *
     * @throws Refused|ChangesDoNotFit
     */
    public static function changed(Document $document, string $bytes, Changes $changes): string
    {
        $coded = TextOf::coded($document->workspace, $document->path, $bytes);
        $text = self::text($document, $coded->text, $changes);
        try {
            $kept = $coded->inBytes($changes)->apply($bytes);
            $why = "The edit of {$document->path} stands beside bytes that are no characters, and would make others of them. Take these bytes out first.";
        } catch (UnsayableText $unsayable) {
            [$kept, $why] = [null, $unsayable->getMessage()];
        }

        return $kept !== null && self::says($document, $kept, $text) ? $kept : self::converted($document, $text) ?? throw Refused::because($why);
    }

    private static function text(Document $document, string $before, Changes $changes): string
    {
        try {
            $text = $changes->apply($before);
        } catch (\InvalidArgumentException) {
            throw ChangesDoNotFit::made($document->path);
        }

        return mb_check_encoding($text, 'UTF-8') && self::isAtBorders($before, $changes) ? $text : throw ChangesDoNotFit::made($document->path);
    }

    /** @throws Refused */
    public static function replaced(Document $document, string $bytes, string $text): string
    {
        $coded = TextOf::coded($document->workspace, $document->path, $bytes);
        if ($coded->isPlain() && $coded->text === $text) {
            return $bytes;
        }
        $change = Change::between($coded->text, $text);
        $start = self::borderBefore($coded->text, $change->at);
        $end = self::borderBehind($coded->text, $change->end());
        $inserted = substr($text, $start, strlen($text) - $start - (strlen($coded->text) - $end));

        return mb_check_encoding($text, 'UTF-8') ? self::changed($document, $bytes, Changes::of(new Change($start, $end - $start, $inserted)))
            : throw Refused::because('The text is not valid UTF-8. Send it as UTF-8, or as bytes.');
    }

    /** The text in another charset than before, where it is read in one that it says, or in UTF-8. */
    private static function converted(Document $document, string $text): ?string
    {
        $label = DeclaredCharset::in(TextOf::language($document->workspace, $document->path), $text);
        foreach ([$label === null ? null : Charset::named($label), Charset::utf8()] as $charset) {
            $bytes = $charset?->encode($text);
            if ($bytes !== null && self::says($document, $bytes, $text)) {
                return $bytes;
            }
        }

        return null;
    }

    private static function says(Document $document, string $bytes, string $text): bool
    {
        return TextOf::coded($document->workspace, $document->path, $bytes)->text === $text;
    }

    private static function isAtBorders(string $text, Changes $changes): bool
    {
        foreach ($changes->all as $change) {
            if (self::borderBefore($text, $change->at) !== $change->at || self::borderBehind($text, $change->end()) !== $change->end()) {
                return false;
            }
        }

        return true;
    }

    private static function borderBefore(string $text, int $at): int
    {
        while ($at > 0 && self::isWithin($text, $at)) {
            $at--;
        }

        return $at;
    }

    private static function borderBehind(string $text, int $at): int
    {
        while (self::isWithin($text, $at)) {
            $at++;
        }

        return $at;
    }

    /** Whether a byte goes on with a character of UTF-8. */
    private static function isWithin(string $text, int $at): bool
    {
        return $at < strlen($text) && (ord($text[$at]) & 0xC0) === 0x80;
    }
}
