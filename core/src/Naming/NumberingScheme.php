<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Naming;

use Hafenbuch\Core\Text\Pattern;

/** Numbers for the names of documents of one kind, such as `GH-{0000}`: the zeros are the digits that a number has at least. */
final readonly class NumberingScheme
{
    private function __construct(public string $text, private string $before, private int $width, private string $after) {}

    /** @throws InvalidNamingRule */
    public static function of(string $text): self
    {
        if (! Pattern::matches('~^([^{}/]*)\{(0+)\}([^{}/]*)$~', $text, $part) || strlen($part[2]) > 9) {
            throw InvalidNamingRule::scheme($text);
        }

        return new self($text, $part[1], strlen($part[2]), $part[3]);
    }

    public function name(int $number): string
    {
        return $this->before.str_pad((string) $number, $this->width, '0', STR_PAD_LEFT).$this->after;
    }

    /** @return ?int the number in a stem that follows the scheme; text may come after it */
    public function numberIn(string $stem): ?int
    {
        $pattern = '~^'.preg_quote($this->before, '~').'(\d{'.$this->width.',9})'.preg_quote($this->after, '~').'(?!\d)~u';

        return Pattern::matches($pattern, $stem, $found) ? (int) $found[1] : null;
    }
}
