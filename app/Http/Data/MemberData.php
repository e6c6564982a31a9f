<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\User;
use Illuminate\Support\Carbon;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'Member')]
final readonly class MemberData
{
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property] public string $name,
        #[OA\Property] public string $email,
        #[OA\Property(enum: ['reader', 'writer', 'keeper'])] public string $role,
        #[OA\Property] public bool $isDisabled,
        #[OA\Property(format: 'date-time', description: 'when they had a page of the workspace open last')] public ?string $seenAt,
    ) {}

    /** @param ?string $seen as the table says it */
    public static function of(User $person, ?string $seen): self
    {
        return new self($person->id, $person->name, $person->email, (string) $person->getAttribute('pivot')?->getAttribute('role'), $person->isDisabled(), $seen === null ? null : Carbon::parse($seen, 'UTC')->toIso8601ZuluString());
    }
}
