<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format;

use Hafenbuch\Core\Reference\FieldSite;
use Hafenbuch\Core\Reference\ReferenceSite;

/** What a format found in one content. A note says what of it could not be read, and why. */
final readonly class ParsedContent
{
    /**
     * @param  list<ReferenceSite>  $references  in the order of their offsets
     * @param  list<FieldSite>  $fields
     * @param  ?string  $base  the address from which the references begin, where the content names one
     * @param  string  $charset  in which it was read, as the WHATWG Encoding Standard calls it
     */
    public function __construct(
        public array $references = [],
        public array $fields = [],
        public ?string $note = null,
        public ?string $base = null,
        public string $charset = 'utf-8',
    ) {}

    public function noting(string $note): self
    {
        return new self($this->references, $this->fields, $this->note === null ? $note : "{$this->note} {$note}", $this->base, $this->charset);
    }

    /**
     * @param  list<ReferenceSite>  $references  in any order
     * @param  list<FieldSite>  $fields
     */
    public static function of(array $references, array $fields = [], ?string $base = null, ?string $note = null): self
    {
        usort($references, static fn (ReferenceSite $a, ReferenceSite $b): int => $a->offset <=> $b->offset);

        return new self($references, $fields, $note, $base);
    }

    public static function leaf(?string $note = null): self
    {
        return new self([], [], $note);
    }

    public function field(string $name): ?FieldSite
    {
        foreach ($this->fields as $field) {
            if ($field->name === $name) {
                return $field;
            }
        }

        return null;
    }
}
