<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Notation;

use Hafenbuch\Core\Format\Lexer\XmlEntities;
use Hafenbuch\Core\Reference\Notation;

/** Character data between tags (XML 1.0, section 2.4). */
final readonly class XmlText implements Notation
{
    public function decode(string $bytes): string
    {
        return XmlEntities::decode(strtr($bytes, ["\r\n" => "\n", "\r" => "\n"]));
    }

    public function encode(string $value): string
    {
        XmlCharacters::check($value);

        return strtr($value, ['&' => '&amp;', '<' => '&lt;', '>' => '&gt;', "\r" => '&#13;']);
    }
}
