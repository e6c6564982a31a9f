<?php

declare(strict_types=1);

namespace App\Past\Versions;

/** What a retention rule takes from one document. */
final readonly class Thinning
{
    /**
     * @param  list<int>  $numbers  of the versions that go
     * @param  list<string>  $hashes  of their contents, each once
     */
    public function __construct(public string $documentId, public string $path, public array $numbers, public array $hashes, public int $stays) {}
}
