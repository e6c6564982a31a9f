<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Markdown;

use Hafenbuch\Core\Format\Notation\Inserted;
use Hafenbuch\Core\Reference\FieldSite;
use Hafenbuch\Core\Reference\ReferenceSite;

/** The title that a Markdown document has through its first heading, or would have through one before its text. */
final class HeadingField
{
    /**
     * @param  ?array{int, int}  $heading  offset and length of the first heading's text
     * @param  list<ReferenceSite>  $references
     */
    public static function of(string $bytes, ?array $heading, array $references, int $start): ?FieldSite
    {
        $notation = new HeadingText;
        if ($heading === null) {
            return new FieldSite(FieldSite::TITLE, $start, 0, '', new Inserted('# ', $notation, "\n\n"));
        }
        [$offset, $length] = $heading;
        foreach ($references as $reference) {
            if ($reference->offset >= $offset && $reference->offset < $offset + $length) {
                return null;
            }
        }

        return new FieldSite(FieldSite::TITLE, $offset, $length, $notation->decode(substr($bytes, $offset, $length)), $notation);
    }
}
