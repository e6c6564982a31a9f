<?php

declare(strict_types=1);

namespace App\Workspace;

use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Retention\Band;
use Hafenbuch\Core\Retention\Every;
use Hafenbuch\Core\Retention\Policy;
use Hafenbuch\Core\Retention\Rule;
use Hafenbuch\Core\Retention\RuleKind;
use Illuminate\Validation\Rule as Valid;

/**
 * Reads retention rules as a workspace's settings and requests write them:
 * `{kind: all | last | aged, last?, bands?: [{days, every}], folders?: {path: rule}, kinds?: {format: rule}}`.
 */
final class RetentionReader
{
    /** @return array<string, mixed> what a request may hold */
    public static function rules(string $at): array
    {
        $rule = static fn (string $at): array => [
            "{$at}.kind" => ['required_with:'.$at, Valid::enum(RuleKind::class)], "{$at}.last" => 'nullable|integer|min:1|max:100000',
            "{$at}.bands" => 'nullable|array|max:20', "{$at}.bands.*.days" => 'nullable|integer|min:1|max:36500', "{$at}.bands.*.every" => ['required', Valid::enum(Every::class)],
        ];

        return [
            $at => 'array', ...$rule($at), "{$at}.folders" => 'array|max:200', "{$at}.folders.*" => 'array', ...$rule("{$at}.folders.*"),
            "{$at}.kinds" => 'array|max:50', "{$at}.kinds.*" => 'array', ...$rule("{$at}.kinds.*"),
        ];
    }

    /**
     * @param  array<string, mixed>  $given
     *
     * @throws \Hafenbuch\Core\Retention\InvalidRule|\Hafenbuch\Core\Path\InvalidPath
     */
    public static function policy(array $given): Policy
    {
        $folders = [];
        foreach ($given['folders'] ?? [] as $folder => $rule) {
            $folders[Path::of(trim((string) $folder, '/ '))->value] = self::rule($rule);
        }

        return new Policy(self::rule($given), $folders, array_map(self::rule(...), $given['kinds'] ?? []));
    }

    /** @param array<string, mixed> $given */
    private static function rule(array $given): Rule
    {
        return match (RuleKind::from($given['kind'] ?? RuleKind::All->value)) {
            RuleKind::All => Rule::all(),
            RuleKind::Last => Rule::last((int) ($given['last'] ?? 5)),
            RuleKind::Aged => isset($given['bands']) ? Rule::aged(array_map(
                static fn (array $band): Band => new Band($band['days'] ?? null, Every::from($band['every'])),
                array_values($given['bands']),
            )) : Rule::usual(),
        };
    }

    /** @return array<string, mixed> */
    public static function write(Policy $policy): array
    {
        return [...self::writeRule($policy->usual), 'folders' => (object) array_map(self::writeRule(...), $policy->folders), 'kinds' => (object) array_map(self::writeRule(...), $policy->kinds)];
    }

    /** @return array<string, mixed> */
    private static function writeRule(Rule $rule): array
    {
        return [
            'kind' => $rule->kind->value, 'last' => $rule->last ?? 5,
            'bands' => array_map(static fn (Band $band): array => ['days' => $band->days, 'every' => $band->every->value], $rule->bands === [] ? Rule::usual()->bands : $rule->bands),
        ];
    }
}
