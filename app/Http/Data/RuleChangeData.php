<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** One rule before and after a change. */
#[OA\Schema(schema: 'RuleChange')]
final readonly class RuleChangeData
{
    public function __construct(
        #[OA\Property] public string $name,
        #[OA\Property(description: 'as JSON where it is no plain text')] public string $before,
        #[OA\Property(description: 'as JSON where it is no plain text')] public string $after,
    ) {}

    /**
     * @param  array<string, array{mixed, mixed}>  $details
     * @return list<self>
     */
    public static function all(array $details): array
    {
        return array_map(static fn (string $name, array $values): self => new self($name, self::text($values[0]), self::text($values[1])), array_map(strval(...), array_keys($details)), array_values($details));
    }

    private static function text(mixed $value): string
    {
        return is_string($value) ? $value : ($value === null ? '' : (string) json_encode($value, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE));
    }
}
