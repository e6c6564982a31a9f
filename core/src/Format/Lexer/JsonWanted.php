<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

/**
 * Which members a reader of JSON asks for. A container below the root without any of them, and not within one of them,
 * is passed over as a whole, by one expression that is the grammar of JSON itself, so what is passed over is checked no less.
 */
final readonly class JsonWanted
{
    /** Containers that hold more levels than that are looked into, so that no byte is read more often than that. */
    private const LEVELS = 3;

    private const SPACE = '[ \t\r\n]*+';

    /** @param array<string, true> $keys */
    private function __construct(public array $keys, public string $passedOver) {}

    /** @param list<string> $keys as they are written */
    public static function keys(array $keys): self
    {
        $space = self::SPACE;
        $key = '"(?!(?:'.implode('|', array_map(static fn (string $key): string => preg_quote($key, '~'), $keys)).')")'.JsonLexer::CHARACTERS.'"';
        $value = '"'.JsonLexer::CHARACTERS.'"|'.JsonLexer::SCALAR;
        for ($level = 0; $level < self::LEVELS; $level++) {
            $object = "\\{{$space}(?:{$key}{$space}:{$space}(?:{$value}){$space}(?:,{$space}(?=\")|(?=\\})))*+\\}";
            $array = "\\[{$space}(?:(?:{$value}){$space}(?:,{$space}(?!\\])|(?=\\])))*+\\]";
            $container = "{$object}|{$array}";
            $value = "{$value}|{$container}";
        }

        return new self(array_fill_keys($keys, true), "~(?:{$container})~A");
    }
}
