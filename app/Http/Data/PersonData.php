<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\User;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'Person')]
final readonly class PersonData
{
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property] public string $name,
        #[OA\Property] public string $email,
        #[OA\Property(description: 'of the server: registers folders, lets people in and out')] public bool $isAdministrator,
    ) {}

    public static function of(User $person): self
    {
        return new self($person->id, $person->name, $person->email, $person->is_administrator);
    }
}
