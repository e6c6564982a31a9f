<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Link;

/**
 * What a symbolic link says, as the content of a document, so that links are kept, compared, rewritten and taken back like all else.
 * No file has it: a file that begins so is not read.
 */
final readonly class LinkContent
{
    /** No text begins so, and no format that we know. */
    public const MARK = "\0Hafenbuch: a symbolic link\0";

    /** More bytes no link has (PATH_MAX, and what stands before them). */
    public const LONGEST = 4096 + 64;

    public function __construct(public string $target) {}

    public static function is(string $bytes): bool
    {
        return str_starts_with($bytes, self::MARK);
    }

    public static function of(string $bytes): ?self
    {
        return self::is($bytes) ? new self(substr($bytes, strlen(self::MARK))) : null;
    }

    public function bytes(): string
    {
        return self::MARK.$this->target;
    }
}
