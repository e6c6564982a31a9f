<?php

declare(strict_types=1);

namespace App\Http;

use Illuminate\Contracts\Validation\ValidationRule;

/** A list of simple values. Each is looked at once: the framework’s own rules for the entries of a list take the square of their number. */
final class ListOf implements ValidationRule
{
    /** An empty text is no list either, though other rules pass over it. */
    public bool $implicit = true;

    /** @param \Closure(mixed): bool $isRight of each entry */
    private function __construct(private readonly int $most, private readonly \Closure $isRight, private readonly string $what, private readonly int $least = 0, private readonly bool $isKeyed = false) {}

    public static function ids(int $most): self
    {
        return new self($most, static fn (mixed $id): bool => is_string($id) && strlen($id) === 26, 'the id of a document or a visit');
    }

    public static function texts(int $most, int $length, int $least = 0): self
    {
        return new self($most, static fn (mixed $text): bool => is_string($text) && $text !== '' && mb_check_encoding($text, 'UTF-8') && mb_strlen($text) <= $length, "a text of at most {$length} characters", $least);
    }

    /** By names that the sender gives. */
    public static function textsByName(int $most, int $length): self
    {
        return new self($most, static fn (mixed $text): bool => is_string($text) && mb_check_encoding($text, 'UTF-8') && mb_strlen($text) <= $length, "a text of at most {$length} characters", isKeyed: true);
    }

    public static function numbers(int $most): self
    {
        return new self($most, static fn (mixed $number): bool => is_int($number) && $number >= 0, 'a number, 0 or more', 1);
    }

    public function validate(string $attribute, mixed $value, \Closure $fail): void
    {
        if (! is_array($value) || (! $this->isKeyed && ! array_is_list($value))) {
            $fail("The field {$attribute} must be a list.");
        } elseif (count($value) > $this->most) {
            $fail("The field {$attribute} must have at most {$this->most} entries; do it in parts.");
        } elseif (count($value) < $this->least) {
            $fail("The field {$attribute} must have at least {$this->least} entries.");
        } else {
            foreach ($value as $place => $entry) {
                if (! ($this->isRight)($entry)) {
                    $fail("The field {$attribute}.{$place} must be {$this->what}.");

                    return;
                }
            }
        }
    }
}
