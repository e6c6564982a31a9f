<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\User;
use App\Models\Workspace;
use App\Past\Recovery\RecoveryPoints;
use App\Past\Recovery\WatchSettings;
use Illuminate\Support\Carbon;
use OpenApi\Attributes as OA;

/** How the watch is kept for one person. */
#[OA\Schema(schema: 'Watch')]
final readonly class WatchData
{
    public function __construct(
        #[OA\Property(description: 'a point at least so often while drafts change')] public int $minutes,
        #[OA\Property(description: 'or after so many edits')] public int $edits,
        #[OA\Property(description: 'or when nothing was edited for so long')] public int $idleSeconds,
        #[OA\Property(description: 'points that are kept')] public int $limit,
        #[OA\Property(format: 'date-time', description: 'no points are made until then')] public ?string $standsDownUntil,
        #[OA\Property] public int $points,
        #[OA\Property(description: 'bytes that only the points take')] public int $bytes,
        #[OA\Property(format: 'date-time')] public ?string $newestAt,
    ) {}

    public static function of(Workspace $workspace, User $person, RecoveryPoints $points): self
    {
        $settings = WatchSettings::of($person);
        $room = $points->room($workspace, $person);

        return new self(
            $settings->minutes, $settings->edits, $settings->idleSeconds, $settings->limit,
            $person->standsDown() ? $person->stands_down_until?->toIso8601ZuluString('millisecond') : null,
            $room['points'], $room['bytes'], $room['newest'] === null ? null : Carbon::parse($room['newest'], 'UTC')->toIso8601ZuluString('millisecond'),
        );
    }
}
