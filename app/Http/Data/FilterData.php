<?php

declare(strict_types=1);

namespace App\Http\Data;

use Hafenbuch\Core\Find\Filter;
use OpenApi\Attributes as OA;

/** A part of a query that was understood as a filter. */
#[OA\Schema(schema: 'Filter')]
final readonly class FilterData
{
    public function __construct(
        #[OA\Property(enum: ['kind', 'folder', 'state', 'refers to', 'referred to by', 'since', 'before', 'person', 'field'])] public string $kind,
        #[OA\Property(description: 'as it stands in the query')] public string $words,
        #[OA\Property(description: 'of the words in the query, in characters')] public int $offset,
        #[OA\Property(description: 'what it stands for: a path, a format, a state, a moment')] public string $value,
    ) {}

    public static function of(Filter $filter, string $typed): self
    {
        return new self($filter->kind->value, $filter->words, mb_strlen(substr($typed, 0, $filter->offset)), $filter->value);
    }
}
