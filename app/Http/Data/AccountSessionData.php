<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** A browser in which an account is logged in. */
#[OA\Schema(schema: 'AccountSession')]
final readonly class AccountSessionData
{
    public function __construct(
        #[OA\Property] public string $id,
        #[OA\Property] public string $device,
        #[OA\Property] public ?string $address,
        #[OA\Property(format: 'date-time', description: 'when it asked for something last')] public string $at,
        #[OA\Property(description: 'whether it is the one that asks')] public bool $isOwn,
    ) {}
}
