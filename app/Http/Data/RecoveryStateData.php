<?php

declare(strict_types=1);

namespace App\Http\Data;

use Illuminate\Support\Carbon;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'RecoveryState')]
final readonly class RecoveryStateData
{
    public function __construct(
        #[OA\Property(description: 'the recovery point')] public int $id,
        #[OA\Property(format: 'date-time')] public string $at,
        #[OA\Property(description: 'why the point was made')] public string $reason,
        #[OA\Property(description: 'bytes')] public int $size,
        #[OA\Property(description: 'what differs from what is on the screen')] public ?string $words,
    ) {}

    /** @param array{id: int, at: string, reason: string, size: int, words: ?string} $state */
    public static function of(array $state): self
    {
        return new self($state['id'], Carbon::parse($state['at'], 'UTC')->toIso8601ZuluString('millisecond'), $state['reason'], $state['size'], $state['words']);
    }
}
