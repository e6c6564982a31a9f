<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\EntryLink;
use OpenApi\Attributes as OA;

/** Somebody who is invited and has not come in yet. */
#[OA\Schema(schema: 'Invitation')]
final readonly class InvitationData
{
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property] public string $email,
        #[OA\Property(enum: ['reader', 'writer', 'keeper'], nullable: true)] public ?string $role,
        #[OA\Property(description: 'who invited them')] public ?string $by,
        #[OA\Property(format: 'date-time')] public string $until,
        #[OA\Property(description: 'its link, which is told only when it is made')] public ?string $link = null,
    ) {}

    public static function of(EntryLink $link): self
    {
        return self::told($link, null);
    }

    public static function told(EntryLink $link, ?string $address): self
    {
        return new self($link->id, $link->email, $link->role?->value, $link->maker?->name, $link->until->toIso8601ZuluString(), $address);
    }
}
