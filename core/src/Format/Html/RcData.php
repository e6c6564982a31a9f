<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Html;

use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Text\Pattern;

/** Inside a title (HTML Standard, section 13.1.2.6): text with character references, white space at its ends left aside. */
final readonly class RcData implements Notation
{
    public function decode(string $bytes): string
    {
        return html_entity_decode($bytes, ENT_QUOTES | ENT_HTML5, 'UTF-8');
    }

    public function encode(string $value): string
    {
        $escaped = strtr($value, ['&' => '&amp;', '<' => '&lt;']);

        return Pattern::replaceWith('~^\s+|\s+$~D', static fn (array $m): string => strtr($m[0], [' ' => '&#32;', "\t" => '&#9;', "\n" => '&#10;', "\r" => '&#13;', "\f" => '&#12;']), $escaped);
    }
}
