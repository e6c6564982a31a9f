<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Secrets;

/** What a person wants done with what a crate could give away. */
final readonly class SecretChoices
{
    /**
     * @param  array<string, true>  $rules  by SecretRule: whose finds are blanked
     * @param  array<string, ?string>  $values  by rule and value, see key(): what stands in its place; '' where it is blanked, null where it stays
     * @param  list<string>  $own  names that the workspace has chosen
     */
    public function __construct(public array $rules = [], public array $values = [], public array $own = []) {}

    public static function key(SecretRule $rule, string $value): string
    {
        return $rule->value."\0".$value;
    }

    /** @return ?string what stands in its place; null: it stays */
    public function instead(SecretRule $rule, string $value): ?string
    {
        $key = self::key($rule, $value);

        return array_key_exists($key, $this->values) ? $this->values[$key] : (isset($this->rules[$rule->value]) ? '' : null);
    }

    public function isEmpty(): bool
    {
        return $this->rules === [] && array_filter($this->values, static fn (?string $value): bool => $value !== null) === [];
    }
}
