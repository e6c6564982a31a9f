<?php

declare(strict_types=1);

namespace App\Finding;

/** What a document can be found by. */
final readonly class Indexed
{
    /**
     * @param  string  $touchedAt  as its row bore it when it was read
     * @param  list<string>  $words  folded, each once
     * @param  list<array{string, string}>  $fields  names and folded values
     * @param  ?string  $changedAt  in UTC
     */
    public function __construct(public string $id, public string $touchedAt, public array $words, public array $fields, public ?string $changedAt, public ?int $changedBy) {}
}
