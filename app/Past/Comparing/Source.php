<?php

declare(strict_types=1);

namespace App\Past\Comparing;

use App\Models\Document;

/** One content of a document: what is on the screen, in the file, or what it was at some time. */
final readonly class Source
{
    /**
     * @param  string  $name  as addresses write it: `draft`, `file`, `base`, `version-3`, `point-12`, `step-99`, `session-7`, or as ToldContent names it
     * @param  string  $label  as people read it
     * @param  string  $hash  SHA-256; the store has the content
     * @param  ?string  $at  ISO 8601
     */
    public function __construct(
        public Document $document,
        public string $name,
        public string $label,
        public string $hash,
        public ?string $at = null,
        public ?string $person = null,
    ) {}

    /** Whether it can be edited: only what is on the screen can. */
    public function isPast(): bool
    {
        return $this->name !== 'draft';
    }
}
