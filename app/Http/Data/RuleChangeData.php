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
        #[OA\Property(description: 'in words; a line for each part where it has several')] public string $before,
        #[OA\Property(description: 'in words; a line for each part where it has several')] public string $after,
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
        return is_array($value) && $value !== [] ? implode("\n", self::parts($value)) : self::word($value);
    }

    /**
     * @param  array<array-key, mixed>  $value
     * @return list<string>
     */
    private static function parts(array $value): array
    {
        $parts = [];
        foreach ($value as $name => $part) {
            $said = self::word($part);
            // What says nothing is not set.
            if ($part !== null) {
                $parts[] = is_string($name) ? "{$name}: {$said}" : $said;
            }
        }

        return $parts;
    }

    private static function word(mixed $value): string
    {
        return match (true) {
            $value === null => '',
            $value === [] => 'none',
            is_bool($value) => $value ? 'yes' : 'no',
            is_array($value) => implode(array_is_list($value) ? '; ' : ', ', self::parts($value)),
            // A line end of its own would look like another part.
            default => strtr((string) $value, "\r\n", '  '),
        };
    }
}
