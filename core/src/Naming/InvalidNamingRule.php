<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Naming;

final class InvalidNamingRule extends \InvalidArgumentException
{
    public static function pattern(string $pattern, string $why): self
    {
        return new self("“{$pattern}” is no regular expression that can be used ({$why}). Correct it, or search for plain text.");
    }

    public static function scheme(string $scheme): self
    {
        return new self("“{$scheme}” is no numbering scheme. It needs one place for the number, such as GH-{0000}.");
    }

    public static function companion(string $pattern, string $why): self
    {
        return new self("“{$pattern}” cannot name what belongs to a document: {$why}. Write something like {stem}.srt, or {stem}_files/ for a folder.");
    }
}
