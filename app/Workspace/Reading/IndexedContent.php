<?php

declare(strict_types=1);

namespace App\Workspace\Reading;

use Hafenbuch\Core\Format\ParsedContent;

/** What one content says, ready for the tables. */
final readonly class IndexedContent
{
    /** @param list<array<string, mixed>> $references rows of document_references, without the document's columns */
    public function __construct(
        public string $format,
        public ParsedContent $reading,
        public ?string $title,
        public array $references,
    ) {}

    public function note(): ?string
    {
        return $this->reading->note;
    }

    /** @return list<string> the keys of the paths that it points at, sorted */
    public function targets(): array
    {
        $keys = array_values(array_unique(array_filter(array_column($this->references, 'target_key'))));
        sort($keys);

        return $keys;
    }
}
