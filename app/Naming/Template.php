<?php

declare(strict_types=1);

namespace App\Naming;

/** Something to begin a new document from. */
final readonly class Template
{
    /**
     * @param  string  $id  “blank:ENDING”, “ours:NAME” or a document’s id
     * @param  string  $ending  of the new document’s name, with its dot; a whole name where the format asks for one
     * @param  ?string  $obstacle  why it cannot be used
     */
    public function __construct(
        public string $id,
        public string $format,
        public string $name,
        public string $ending,
        public bool $isBuiltIn,
        public ?string $obstacle = null,
    ) {}
}
