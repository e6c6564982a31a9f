<?php

declare(strict_types=1);

namespace App\Naming;

use OpenApi\Attributes as OA;

/** One stage of a series. */
#[OA\Schema(schema: 'Stage')]
final readonly class SeriesStage
{
    public function __construct(
        #[OA\Property] public string $documentId,
        #[OA\Property] public string $path,
        #[OA\Property] public ?string $title,
        #[OA\Property(description: 'bytes')] public ?int $size,
        #[OA\Property(description: 'whether it is the one that was asked about')] public bool $isAsked,
        #[OA\Property(description: 'of the save that made it')] public ?string $note,
        #[OA\Property] public ?string $person,
        #[OA\Property(format: 'date-time')] public ?string $at,
        #[OA\Property(description: 'the stage that it was saved from; null: only its name says that it belongs here')] public ?string $madeFrom,
        #[OA\Property(description: 'what differs from the stage before, in words')] public ?string $changes,
    ) {}
}
