<?php

declare(strict_types=1);

namespace App\Http\Data;

use Hafenbuch\Core\Session\OpeningPlan;
use OpenApi\Attributes as OA;

/** What opening a session will do, or has done. */
#[OA\Schema(schema: 'Opening')]
final readonly class OpeningData
{
    /** @param list<OpeningLineData> $lines */
    public function __construct(
        #[OA\Property] public string $fingerprint,
        #[OA\Property(description: 'all of it in one sentence')] public string $words,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/OpeningLine'))] public array $lines,
        #[OA\Property(description: 'the session that holds what was open before; null: nothing was, or nothing is opened yet')] public ?string $keptAs,
    ) {}

    public static function of(OpeningPlan $plan, ?string $keptAs = null): self
    {
        return new self($plan->fingerprint, $plan->words(), array_map(OpeningLineData::of(...), $plan->lines), $keptAs);
    }
}
