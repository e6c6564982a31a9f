<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Charset;

/** Text that a document's charset has no way to write. */
final class UnsayableText extends \DomainException
{
    public static function in(Charset $charset, string $text): self
    {
        foreach (mb_str_split(mb_scrub($text), 1, 'UTF-8') as $character) {
            if ($charset->encode($character) === null) {
                return new self("“{$character}” cannot be written in {$charset->name}, the charset of this document. Write it otherwise, or convert the document to UTF-8.");
            }
        }

        return new self('“'.mb_strimwidth(mb_scrub($text), 0, 80, '…')."” cannot be written in {$charset->name}, the charset of this document. Write it otherwise, or convert the document to UTF-8.");
    }
}
