<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Secrets;

use Hafenbuch\Core\Text\Pattern;

/** Which names of fields and keys give something away. */
final readonly class SecretNames
{
    /** @var array<string, SecretRule> by name */
    private array $rules;

    /** @param list<string> $own names that a workspace has chosen */
    public function __construct(array $own = [])
    {
        $rules = [];
        foreach (SecretRule::cases() as $rule) {
            $rules += array_fill_keys($rule->names(), $rule);
        }
        $this->rules = [...$rules, ...array_fill_keys(array_map(self::plain(...), $own), SecretRule::Own)];
    }

    public function rule(string $name): ?SecretRule
    {
        return $this->rules[self::plain($name)] ?? null;
    }

    /** A name without a prefix and without what divides its words. */
    private static function plain(string $name): string
    {
        $colon = strrpos($name, ':');

        return strtolower(Pattern::replace('~[^A-Za-z0-9\x80-\xff]+~', '', $colon === false ? $name : substr($name, $colon + 1)));
    }
}
