<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\SessionStage;
use OpenApi\Attributes as OA;

/** A session as it was kept at one time. */
#[OA\Schema(schema: 'SessionStage')]
final readonly class SessionStageData
{
    public function __construct(
        #[OA\Property] public int $number,
        #[OA\Property(format: 'date-time')] public string $at,
        #[OA\Property(description: 'whether drafts, steps, decisions and the settings of the watch are kept too')] public bool $everything,
        #[OA\Property] public ?string $note,
        #[OA\Property] public ?string $label,
        #[OA\Property] public int $documents,
        #[OA\Property] public int $drafts,
        #[OA\Property(description: 'of the drafts')] public int $bytes,
    ) {}

    public static function of(SessionStage $stage): self
    {
        return new self($stage->number, $stage->at->toIso8601ZuluString('millisecond'), $stage->has_everything, $stage->note, $stage->label, $stage->documents, $stage->drafts, $stage->bytes);
    }
}
