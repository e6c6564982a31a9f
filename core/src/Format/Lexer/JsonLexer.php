<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

use Hafenbuch\Core\Format\MalformedContent;

/** Reads JSON (RFC 8259) without building it: a stack in place of recursion, so that no depth is too deep. */
final class JsonLexer
{
    private const STRING = '~\G"((?:[^"\\\\\x00-\x1f]++|\\\\(?:["\\\\/bfnrt]|u[0-9A-Fa-f]{4}))*+)"~';

    private const SCALAR = '~\G(?:-?(?:0|[1-9][0-9]*)(?:\.[0-9]+)?(?:[eE][+\-]?[0-9]+)?|true|false|null)(?![A-Za-z0-9_.])~';

    private int $at = 0;

    /** @var array<string, JsonString> */
    private array $strings = [];

    /** @var array<string, array{int, int}> */
    private array $containers = [];

    private function __construct(private readonly string $bytes) {}

    /** @throws MalformedContent */
    public static function read(string $bytes): JsonText
    {
        return (new self($bytes))->run();
    }

    private function run(): JsonText
    {
        if (str_starts_with($this->bytes, "\u{FEFF}")) {
            $this->at = 3;
        }
        $this->skipSpace();
        $rootOffset = ($this->bytes[$this->at] ?? '') === '{' ? $this->at + 1 : null;
        $rootIsEmpty = $rootOffset !== null && preg_match('~\G\{\s*\}~', $this->bytes, $match, 0, $this->at) === 1;
        /** @var list<array{string, int, int}> $open the pointer of each open container, its next index (-1 for an object), and where it begins */
        $open = [];
        $pointer = '';
        while (true) {
            $container = $this->value($pointer);
            if ($container !== null) {
                $open[] = [$pointer, $container === '{' ? -1 : 0, $this->at - 1];
                $closes = $this->closes($container === '{' ? '}' : ']');
            } else {
                $closes = false;
            }
            // Close what ends here; then the next value's place is known.
            while (true) {
                if ($closes) {
                    [$closed, , $from] = array_pop($open) ?? ['', 0, 0];
                    $this->containers[$closed] = [$from, $this->at];
                }
                $last = count($open) - 1;
                if ($last < 0) {
                    return $this->end($rootOffset, $rootIsEmpty);
                }
                [$of, $index] = $open[$last];
                if ($container !== null && ! $closes) {
                    $container = null;
                    break; // just opened: its first value follows without a comma
                }
                $container = null;
                $this->skipSpace();
                $character = $this->bytes[$this->at] ?? '';
                if ($character === ',') {
                    $this->at++;
                    break;
                }
                $closes = $this->closes($index < 0 ? '}' : ']');
                if (! $closes) {
                    throw $this->malformed($index < 0 ? 'A comma or “}” is due' : 'A comma or “]” is due');
                }
            }
            if ($index < 0) {
                $pointer = $of.'/'.$this->key();
            } else {
                $pointer = $of.'/'.$index;
                $open[$last][1]++;
            }
        }
    }

    /** @return ?string the bracket, where the value is a container */
    private function value(string $pointer): ?string
    {
        $this->skipSpace();
        $character = $this->bytes[$this->at] ?? '';
        if ($character === '{' || $character === '[') {
            $this->at++;

            return $character;
        }
        if ($character === '"') {
            [$offset, $length] = $this->string();
            $this->strings[$pointer] = new JsonString($pointer, $offset, $length);

            return null;
        }
        if (preg_match(self::SCALAR, $this->bytes, $match, 0, $this->at) !== 1) {
            throw $this->malformed('A value is due');
        }
        $this->at += strlen($match[0]);

        return null;
    }

    private function key(): string
    {
        $this->skipSpace();
        [$offset, $length] = $this->string();
        $key = substr($this->bytes, $offset, $length);
        $this->skipSpace();
        if (($this->bytes[$this->at] ?? '') !== ':') {
            throw $this->malformed('A colon is due');
        }
        $this->at++;

        return strtr($key, ['~' => '~0', '/' => '~1']);
    }

    /** @return array{int, int} */
    private function string(): array
    {
        if (preg_match(self::STRING, $this->bytes, $match, 0, $this->at) !== 1) {
            throw $this->malformed('A string is due, in double quotes and closed');
        }
        $offset = $this->at + 1;
        $this->at += strlen($match[0]);

        return [$offset, strlen($match[1])];
    }

    private function closes(string $bracket): bool
    {
        $this->skipSpace();
        if (($this->bytes[$this->at] ?? '') !== $bracket) {
            return false;
        }
        $this->at++;

        return true;
    }

    private function end(?int $rootOffset, bool $rootIsEmpty): JsonText
    {
        $this->skipSpace();
        if ($this->at < strlen($this->bytes)) {
            throw $this->malformed('There is text behind the value');
        }

        return new JsonText($this->strings, $rootOffset, $rootIsEmpty, $this->containers);
    }

    private function skipSpace(): void
    {
        $this->at += strspn($this->bytes, " \t\r\n", $this->at);
    }

    private function malformed(string $what): MalformedContent
    {
        return MalformedContent::at($this->bytes, $this->at, $what);
    }
}
