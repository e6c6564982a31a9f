<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\User;
use App\People\OpenSessions;
use Illuminate\Support\Carbon;
use OpenApi\Attributes as OA;

/** Somebody’s own account: where it is open, and by which programs. */
#[OA\Schema(schema: 'Account')]
final readonly class AccountData
{
    /**
     * @param  list<AccountSessionData>  $sessions
     * @param  list<TokenData>  $tokens
     */
    public function __construct(
        #[OA\Property(ref: '#/components/schemas/Person')] public PersonData $person,
        #[OA\Property] public bool $hasSecondFactor,
        #[OA\Property(description: 'codes that stand in for the second factor and are not used yet')] public int $recoveryCodes,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/AccountSession'))] public array $sessions,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/Token'))] public array $tokens,
    ) {}

    /** @param ?string $session of whoever asks */
    public static function of(User $person, ?string $session): self
    {
        $own = $session === null ? null : OpenSessions::name($session);

        return new self(
            PersonData::of($person), $person->hasSecondFactor(), $person->hasSecondFactor() ? count($person->recovery_codes ?? []) : 0,
            array_map(static fn (array $one): AccountSessionData => new AccountSessionData($one['id'], $one['device'], $one['address'], Carbon::createFromTimestampUTC($one['at'])->toIso8601ZuluString(), $one['id'] === $own), OpenSessions::of($person)),
            array_values($person->tokens()->orderByDesc('id')->get()->map(TokenData::of(...))->all()),
        );
    }
}
