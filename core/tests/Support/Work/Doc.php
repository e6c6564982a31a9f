<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Tests\Support\Work;

/** A document with its bytes; null: no file, no draft. */
final readonly class Doc
{
    public function __construct(public string $id, public string $path, public ?string $saved, public ?string $draft, public ?string $origin = null) {}

    public function working(): string
    {
        return $this->draft ?? (string) $this->saved;
    }
}
