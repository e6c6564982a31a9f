<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/** One place in a document that names another. `kind` is the trade's word for it: image, link, use … */
final readonly class ReferenceSite extends Place
{
    public function __construct(
        public string $kind,
        int $offset,
        int $length,
        string $raw,
        Notation $notation,
        public AddressStyle $style = AddressStyle::Uri,
        private ?AddressStyle $styleOfPaths = null,
    ) {
        parent::__construct($offset, $length, $raw, $notation);
    }

    public function standing(int $offset, int $length, Notation $notation): static
    {
        return new self($this->kind, $offset, $length, $this->raw, $notation, $this->style, $this->styleOfPaths);
    }

    /** How a file’s path is written there: in a list of plain paths an absolute address is a URI, and a path is none. */
    public function styleOfPaths(): AddressStyle
    {
        return $this->styleOfPaths ?? $this->style;
    }

    /** Whether it names a file by its place in the file system, and not from the document's own folder. */
    public function isWrittenFromTheRoot(): bool
    {
        $raw = trim($this->raw);

        return $raw !== '' && ($raw[0] === '/' || str_starts_with(strtolower($raw), 'file:'));
    }
}
