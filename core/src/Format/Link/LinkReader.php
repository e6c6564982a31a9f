<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Link;

use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Reference\AddressStyle;
use Hafenbuch\Core\Reference\ReferenceSite;

/** A symbolic link refers to one thing, by a path as it is (POSIX.1-2017, section 4.13). */
final class LinkReader
{
    /** What the format of such a document is called, whatever its name ends with. */
    public const NAME = 'link';

    public static function read(string $bytes): ParsedContent
    {
        $link = LinkContent::of($bytes);
        if ($link === null || ! mb_check_encoding($link->target, 'UTF-8')) {
            return ParsedContent::leaf('It is a link to something whose name is no valid UTF-8.');
        }

        return new ParsedContent([new ReferenceSite('link', strlen(LinkContent::MARK), strlen($link->target), $link->target, new LinkTarget, AddressStyle::Link)]);
    }
}
