<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\Operation;
use App\Saving\Logbook\EntryWords;
use OpenApi\Attributes as OA;

/** A logbook entry as a list shows it, without its lines. */
#[OA\Schema(schema: 'EntryHead')]
final readonly class EntryHeadData
{
    public function __construct(
        #[OA\Property] public string $id,
        #[OA\Property(description: 'counted in the workspace')] public int $number,
        #[OA\Property(enum: ['prepared', 'written', 'done', 'taken back', 'rolled back', 'needs a person', 'settled'])] public string $state,
        #[OA\Property] public ?string $person,
        #[OA\Property(format: 'date-time')] public string $at,
        #[OA\Property] public ?string $note,
        #[OA\Property(description: 'what it was')] public string $words,
        #[OA\Property(description: 'how many')] public int $lines,
        #[OA\Property(enum: Operation::EVERY_KIND)] public string $kind,
    ) {}

    /**
     * @param  list<Operation>  $operations  with the entries that they take back
     * @return list<self>
     */
    public static function all(array $operations): array
    {
        $words = EntryWords::of($operations);

        return array_map(static fn (Operation $one): self => new self(
            $one->id, $one->number, $one->state, $one->person?->name, $one->created_at->toIso8601ZuluString('millisecond'), $one->note,
            $words[$one->id]['words'], $words[$one->id]['lines'], $one->kind,
        ), $operations);
    }
}
