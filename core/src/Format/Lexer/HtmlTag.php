<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

/**
 * A start tag, with the text that follows it up to its end tag where the element's content is raw text.
 * Names are in lower case; an attribute's offset is the first byte of its value, its quote '' where it has none.
 */
final readonly class HtmlTag
{
    /** @param array<string, XmlAttribute> $attributes by name; of several with one name the first */
    public function __construct(
        public string $name,
        public int $offset,
        public int $end,
        public array $attributes,
        public int $rawLength = 0,
    ) {}
}
