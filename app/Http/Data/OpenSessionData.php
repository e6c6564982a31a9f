<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** The session that is open in a workspace, and whether what is open differs from it. */
#[OA\Schema(schema: 'OpenSession')]
final readonly class OpenSessionData
{
    /** @param list<string> $examples */
    public function __construct(
        #[OA\Property(description: 'null: none is open')] public ?int $session,
        #[OA\Property] public ?string $name,
        #[OA\Property] public ?int $stage,
        #[OA\Property] public ?bool $everything,
        #[OA\Property(description: 'documents in which what is open differs')] public int $differs,
        #[OA\Property(items: new OA\Items(type: 'string'), description: 'the first of these, in words')] public array $examples,
        #[OA\Property(description: 'what one step back opens; null: nothing is kept of before')] public ?string $before,
    ) {}
}
