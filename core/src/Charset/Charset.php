<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Charset;

use Hafenbuch\Core\Text\Patience;
use Hafenbuch\Core\Text\Pattern;

/** One way in which bytes stand for characters. What it cannot say, and what is no character of it, is known and never guessed. */
final class Charset
{
    public const REPLACEMENT = "\u{FFFD}";

    /** @var array<string, self> by name */
    private static array $known = [];

    /** @var array<string, string> the character of a byte sequence, as it was asked for before */
    private array $characters = [];

    /** @param string $name as the WHATWG Encoding Standard calls it, in lower case */
    private function __construct(public readonly string $name, public readonly Family $family, private readonly string $iconv) {}

    public static function utf8(): self
    {
        return self::$known['utf-8'] ??= new self('utf-8', Family::Utf8, 'UTF-8');
    }

    /** @return ?self null: Hafenbuch does not know it */
    public static function named(string $label): ?self
    {
        $name = Labels::name($label);
        if ($name === null) {
            return null;
        }
        [$family, $iconv] = Labels::KNOWN[$name];

        return self::$known[$name] ??= new self($name, $family, $iconv);
    }

    public function isUtf8(): bool
    {
        return $this->family === Family::Utf8;
    }

    /** @return string UTF-8; each byte that is no part of a character is a replacement character */
    public function decode(string $bytes): string
    {
        $text = match ($this->family) {
            Family::Utf8 => mb_check_encoding($bytes, 'UTF-8') ? $bytes : null,
            Family::SingleByte => strtr($bytes, $this->table()),
            Family::Iso2022Jp => Iso2022Jp::decode($bytes),
            default => Iconv::convert($this->iconv, 'UTF-8', $bytes),
        };

        return $text ?? $this->decodeDamaged($bytes);
    }

    /** @return ?string null: it has no way to write one of the characters */
    public function encode(string $text): ?string
    {
        if ($this->isUtf8() || (! $this->isUtf16() && ! Pattern::matches('~[^\x00-\x7f]~', $text))) {
            return $text;
        }
        $bytes = Iconv::convert('UTF-8', $this->iconv, $text);

        return $bytes !== null && $this->decode($bytes) === $text ? $bytes : null;
    }

    private function decodeDamaged(string $bytes): string
    {
        // What is ASCII at a character's start stays as it is.
        $same = $this->isUtf16() ? '' : '[\x00-\x7f]++(*SKIP)(*FAIL)|';

        return Pattern::replaceWith("~{$same}{$this->family->character()}~s", function (array $match): string {
            Patience::spend();

            return $this->character($match[0]);
        }, $bytes);
    }

    private function isUtf16(): bool
    {
        return $this->family === Family::Utf16LittleEndian || $this->family === Family::Utf16BigEndian;
    }

    private function character(string $bytes): string
    {
        if (! isset($this->characters[$bytes])) {
            $text = $this->isUtf8() ? (mb_check_encoding($bytes, 'UTF-8') ? $bytes : null) : Iconv::convert($this->iconv, 'UTF-8', $bytes);
            $this->characters[$bytes] = $text ?? self::REPLACEMENT;
        }

        return $this->characters[$bytes];
    }

    /** @return array<string, string> */
    private function table(): array
    {
        if ($this->characters === []) {
            for ($byte = 0x80; $byte <= 0xFF; $byte++) {
                $this->character(chr($byte));
            }
        }

        return $this->characters;
    }
}
