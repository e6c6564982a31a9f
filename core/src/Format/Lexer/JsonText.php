<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

/** What a JSON text holds that can be rewritten: its string values, and where its root object begins. */
final readonly class JsonText
{
    /**
     * @param  array<string, JsonString>  $strings  by pointer
     * @param  ?int  $rootOffset  the first byte inside the root object; null: the root is no object
     * @param  bool  $rootIsEmpty  whether the root object has no member
     * @param  array<string, array{int, int}>  $containers  where every member was read, by pointer: the offsets of an object's or array's bracket and of the byte behind its last
     */
    public function __construct(public array $strings, public ?int $rootOffset, public bool $rootIsEmpty, public array $containers) {}

    /** The string member of the same object under another key. */
    public function sibling(string $pointer, string $key): ?JsonString
    {
        return $this->strings[substr($pointer, 0, (int) strrpos($pointer, '/')).'/'.$key] ?? null;
    }
}
