<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

/**
 * A stretch of XML. For tags and processing instructions `name` is set;
 * `innerOffset` and `innerLength` are the stretch without delimiters: a text's, or a tag's behind its name.
 */
final readonly class XmlToken
{
    /** @param ?string $bytes the text that the token is of, where it may have attributes */
    public function __construct(
        public XmlTokenKind $kind,
        public int $offset,
        public int $length,
        public string $name = '',
        public int $innerOffset = 0,
        public int $innerLength = 0,
        private ?string $bytes = null,
    ) {}

    /** @return list<XmlAttribute> read when they are asked for, since most tags of a file never are */
    public function attributes(): array
    {
        return $this->bytes === null ? [] : XmlAttribute::all($this->bytes, $this->innerOffset, $this->innerLength);
    }

    /** The bytes of one of its attributes. */
    public function written(XmlAttribute $attribute): string
    {
        return substr((string) $this->bytes, $attribute->offset, $attribute->length);
    }

    public function end(): int
    {
        return $this->offset + $this->length;
    }

    public function localName(): string
    {
        $colon = strpos($this->name, ':');

        return $colon === false ? $this->name : substr($this->name, $colon + 1);
    }

    public function attribute(string $name): ?XmlAttribute
    {
        foreach ($this->attributes() as $attribute) {
            if ($attribute->name === $name) {
                return $attribute;
            }
        }

        return null;
    }
}
