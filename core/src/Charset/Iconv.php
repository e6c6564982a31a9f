<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Charset;

/** iconv, which answers with a notice where bytes are no characters or a character has none. */
final class Iconv
{
    /** @return ?string null: the text is not all of the one, or cannot be said in the other */
    public static function convert(string $from, string $to, string $text): ?string
    {
        set_error_handler(static fn (): bool => true, E_NOTICE);
        try {
            $converted = iconv($from, $to, $text);
        } finally {
            restore_error_handler();
        }

        return $converted === false ? null : $converted;
    }
}
