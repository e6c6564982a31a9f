<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Drafts\Locks;
use App\Models\Document;
use App\Models\User;
use Illuminate\Support\Carbon;
use OpenApi\Attributes as OA;

/** Who has a document for themselves, and how others come to it. */
#[OA\Schema(schema: 'Lock')]
final readonly class LockData
{
    public function __construct(
        #[OA\Property] public string $by,
        #[OA\Property] public bool $isYours,
        #[OA\Property] public ?string $note,
        #[OA\Property(format: 'date-time')] public string $at,
        #[OA\Property(format: 'date-time', description: 'when it ends by itself')] public ?string $until,
        #[OA\Property(description: 'whether it was taken because somebody writes, and ends with the draft')] public bool $isAutomatic,
        #[OA\Property(description: 'whether the holder has been gone for so long that others may take it')] public bool $isAbandoned,
    ) {}

    public static function of(Document $document, User $viewer): ?self
    {
        $lock = Locks::of($document);
        $holder = $lock === null ? null : User::query()->find($lock->user_id);
        if ($lock === null || $holder === null) {
            return null;
        }

        return new self($holder->name, $holder->id === $viewer->id, $lock->note, Carbon::parse($lock->at, 'UTC')->toIso8601ZuluString(), $lock->until === null ? null : Carbon::parse($lock->until, 'UTC')->toIso8601ZuluString(), (bool) $lock->is_automatic, Locks::isAbandoned($document, $holder));
    }
}
