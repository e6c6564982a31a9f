<?php

declare(strict_types=1);

namespace App\Workspace;

use App\Support\Refused;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\TakeIn\IncomingRule;
use Hafenbuch\Core\TakeIn\IncomingRules;
use Hafenbuch\Core\TakeIn\MediaKind;

/** The rules for files from elsewhere as settings and requests say them. */
final class IncomingReader
{
    public const RULES = 100;

    public const IN_PLACE = 'in place';

    public const FOLDER = 'folder';

    public const BESIDE = 'beside';

    public const WHERE = [self::IN_PLACE, self::FOLDER, self::BESIDE];

    /** @return array<string, mixed> what a request may hold */
    public static function validation(string $at): array
    {
        return [
            $at => 'array', "{$at}.rules" => 'array|max:'.self::RULES, "{$at}.rules.*.kind" => 'nullable|string|in:'.implode(',', array_column(MediaKind::cases(), 'value')),
            "{$at}.rules.*.from" => 'nullable|string|max:4000', "{$at}.rules.*.where" => 'required|string|in:'.implode(',', self::WHERE), "{$at}.rules.*.folder" => 'nullable|string|max:4000',
            "{$at}.ours" => 'array|max:'.self::RULES, "{$at}.ours.*" => 'string|max:4000',
        ];
    }

    /** @param array<string, mixed> $given */
    public static function rules(array $given): IncomingRules
    {
        return new IncomingRules(array_values(array_map(self::rule(...), $given['rules'] ?? [])), array_values($given['ours'] ?? []));
    }

    /**
     * @param  array<string, mixed>  $given
     * @return array<string, mixed> as it is kept
     *
     * @throws Refused
     */
    public static function checked(array $given): array
    {
        $absolute = static fn (string $folder): string => str_starts_with($folder, '/') ? '/'.Path::normalise($folder) : throw Refused::because("“{$folder}” is no folder of this server. Give it from / on.");
        $rules = array_map(static fn (array $rule): array => [
            'kind' => $rule['kind'] ?? null, 'from' => ($rule['from'] ?? '') === '' ? null : $absolute($rule['from']), 'where' => $rule['where'],
            'folder' => $rule['where'] !== self::FOLDER ? null : self::folder((string) ($rule['folder'] ?? '')),
        ], array_values($given['rules'] ?? []));

        return ['rules' => $rules, 'ours' => array_map($absolute, array_values($given['ours'] ?? []))];
    }

    /** @return array<string, mixed> */
    public static function write(IncomingRules $rules): array
    {
        return ['ours' => $rules->ours, 'rules' => array_map(static fn (IncomingRule $rule): array => [
            'kind' => $rule->kind?->value, 'from' => $rule->from, 'folder' => $rule->folder,
            'where' => $rule->staysInPlace ? self::IN_PLACE : ($rule->folder === null ? self::BESIDE : self::FOLDER),
        ], $rules->rules)];
    }

    /** @param array<string, mixed> $rule */
    private static function rule(array $rule): IncomingRule
    {
        return new IncomingRule(MediaKind::tryFrom((string) ($rule['kind'] ?? '')), $rule['from'] ?? null, ($rule['where'] ?? '') === self::IN_PLACE, $rule['folder'] ?? null);
    }

    private static function folder(string $folder): string
    {
        return trim($folder, '/') === '' ? '' : Path::of(trim($folder, '/'))->value;
    }
}
