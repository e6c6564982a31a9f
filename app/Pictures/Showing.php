<?php

declare(strict_types=1);

namespace App\Pictures;

/** What one picture shows. */
final readonly class Showing
{
    /**
     * @param  string  $key  of all that it shows
     * @param  non-empty-array<string, string>  $hashes  by document id: the contents in it, its own first
     * @param  bool  $isKept  whether its own content is one that the store keeps, and not what is on the screen
     * @param  array<array-key, mixed>  $aspect  what of it, as Hafenbuch\Core\Picture\Aspect says it
     */
    public function __construct(public string $key, public array $hashes, public bool $isKept, public array $aspect) {}

    public function documentId(): string
    {
        return (string) array_key_first($this->hashes);
    }
}
