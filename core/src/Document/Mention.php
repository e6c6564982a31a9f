<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Document;

/** A document that could not be read whole, and what its bytes say all the same. */
final readonly class Mention
{
    /**
     * @param  string  $why  it could not be read whole
     * @param  ?list<string>  $paths  whose names stand in it; null: it could not be searched either
     */
    public function __construct(public string $documentId, public string $path, public string $why, public ?array $paths) {}
}
