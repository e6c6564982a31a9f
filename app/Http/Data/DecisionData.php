<?php

declare(strict_types=1);

namespace App\Http\Data;

use Hafenbuch\Core\Plan\Decision;
use OpenApi\Attributes as OA;

/** A decision on a document that a request can bring along. */
#[OA\Schema(schema: 'MadeDecision')]
final readonly class DecisionData
{
    public function __construct(
        #[OA\Property] public string $document,
        #[OA\Property(enum: ['move', 'delete'])] public string $kind,
        #[OA\Property] public ?string $path,
    ) {}

    /**
     * @param  array<string, Decision>  $decisions  by document id
     * @return list<self>
     */
    public static function list(array $decisions): array
    {
        return array_map(static fn (string $id): self => new self($id, $decisions[$id]->kind->value, $decisions[$id]->path), array_map(strval(...), array_keys($decisions)));
    }
}
