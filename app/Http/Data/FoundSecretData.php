<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Crates\FoundSecret;
use OpenApi\Attributes as OA;

/** A value that could give something away. */
#[OA\Schema(schema: 'FoundSecret')]
final readonly class FoundSecretData
{
    /** @param list<string> $paths */
    public function __construct(
        #[OA\Property(enum: ['keys', 'people', 'mail', 'paths', 'position', 'own'])] public string $rule,
        #[OA\Property(description: 'what that rule finds, in words')] public string $ruleWords,
        #[OA\Property] public string $value,
        #[OA\Property(description: 'what it is called where it was first found')] public string $name,
        #[OA\Property(description: 'in how many places it stands')] public int $count,
        #[OA\Property(items: new OA\Items(type: 'string'), description: 'paths of some files that have it')] public array $paths,
    ) {}

    public static function of(FoundSecret $secret): self
    {
        return new self($secret->rule->value, $secret->rule->words(), mb_substr(mb_scrub($secret->value, 'UTF-8'), 0, 100_000), $secret->name, $secret->count, array_map(strval(...), array_keys($secret->paths)));
    }
}
