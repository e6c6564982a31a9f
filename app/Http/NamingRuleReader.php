<?php

declare(strict_types=1);

namespace App\Http;

use Hafenbuch\Core\Naming\LetterCase;
use Hafenbuch\Core\Naming\NamingRule;
use Illuminate\Validation\Rule;
use OpenApi\Attributes as OA;

/** Reads naming rules of requests and settings. */
#[OA\Schema(schema: 'NamingRule', properties: [
    new OA\Property(property: 'prefix', type: 'string'),
    new OA\Property(property: 'suffix', type: 'string'),
    new OA\Property(property: 'find', type: 'string'),
    new OA\Property(property: 'replace', type: 'string'),
    new OA\Property(property: 'pattern', type: 'boolean', description: 'whether “find” is a regular expression'),
    new OA\Property(property: 'counterStart', type: 'integer', nullable: true, description: 'null: names are not counted'),
    new OA\Property(property: 'counterWidth', type: 'integer'),
    new OA\Property(property: 'dated', type: 'boolean', description: 'today’s date after the name'),
    new OA\Property(property: 'letterCase', type: 'string', enum: ['keep', 'lower', 'upper']),
])]
final class NamingRuleReader
{
    /** @return array<string, mixed> validation rules for a naming rule under a key */
    public static function rules(string $key): array
    {
        return [
            $key => 'array',
            "{$key}.prefix" => 'nullable|string|max:100', "{$key}.suffix" => 'nullable|string|max:100',
            "{$key}.find" => 'nullable|string|max:200', "{$key}.replace" => 'nullable|string|max:200', "{$key}.pattern" => 'boolean',
            "{$key}.counterStart" => 'nullable|integer|min:0|max:999999', "{$key}.counterWidth" => 'nullable|integer|min:1|max:9',
            "{$key}.dated" => 'boolean', "{$key}.letterCase" => ['nullable', Rule::enum(LetterCase::class)],
        ];
    }

    /**
     * @param  array<string, mixed>  $given
     * @param  string  $today  as YYYY-MM-DD
     *
     * @throws \Hafenbuch\Core\Naming\InvalidNamingRule
     */
    public static function read(array $given, string $today): NamingRule
    {
        return new NamingRule(
            (string) ($given['prefix'] ?? ''), (string) ($given['suffix'] ?? ''), (string) ($given['find'] ?? ''), (string) ($given['replace'] ?? ''),
            (bool) ($given['pattern'] ?? false), isset($given['counterStart']) ? (int) $given['counterStart'] : null, (int) ($given['counterWidth'] ?? 2),
            ($given['dated'] ?? false) ? $today : null, LetterCase::from($given['letterCase'] ?? 'keep'),
        );
    }
}
