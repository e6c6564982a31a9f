<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Rights\Scope;
use Illuminate\Support\Carbon;
use Laravel\Sanctum\PersonalAccessToken;
use OpenApi\Attributes as OA;

/** By which a program asks for a person; what it says itself is told only when it is made. */
#[OA\Schema(schema: 'Token')]
final readonly class TokenData
{
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property] public string $name,
        #[OA\Property(enum: ['read', 'drafts', 'save', 'administer'])] public string $scope,
        #[OA\Property(format: 'date-time')] public string $madeAt,
        #[OA\Property(format: 'date-time', description: 'null: it holds until it is taken back')] public ?string $until,
        #[OA\Property(format: 'date-time')] public ?string $usedAt,
    ) {}

    public static function of(PersonalAccessToken $token): self
    {
        $at = static fn (string $column): ?string => ($time = $token->getAttribute($column)) instanceof Carbon ? $time->toIso8601ZuluString() : null;

        return new self((int) $token->getKey(), (string) $token->getAttribute('name'), Scope::named((string) ($token->abilities[0] ?? ''))->value, (string) $at('created_at'), $at('expires_at'), $at('last_used_at'));
    }
}
