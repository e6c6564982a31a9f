<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\User;
use App\Models\Workspace;
use Illuminate\Support\Carbon;
use OpenApi\Attributes as OA;

/** An account as an administrator sees it. */
#[OA\Schema(schema: 'AccountHead')]
final readonly class AccountHeadData
{
    /** @param list<string> $workspaces */
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property] public string $name,
        #[OA\Property] public string $email,
        #[OA\Property] public bool $isAdministrator,
        #[OA\Property] public bool $isDisabled,
        #[OA\Property] public bool $hasSecondFactor,
        #[OA\Property(items: new OA\Items(type: 'string'), description: 'names of the workspaces they are in')] public array $workspaces,
        #[OA\Property(format: 'date-time')] public ?string $seenAt,
    ) {}

    /** @param ?string $seen as the table says it */
    public static function of(User $person, ?string $seen): self
    {
        return new self(
            $person->id, $person->name, $person->email, $person->is_administrator, $person->isDisabled(), $person->hasSecondFactor(),
            array_values($person->workspaces->map(static fn (Workspace $workspace): string => $workspace->name)->sort()->all()),
            $seen === null ? null : Carbon::parse($seen, 'UTC')->toIso8601ZuluString(),
        );
    }
}
