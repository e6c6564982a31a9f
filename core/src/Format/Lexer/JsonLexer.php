<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

use Hafenbuch\Core\Format\MalformedContent;
use Hafenbuch\Core\Text\Patience;
use Hafenbuch\Core\Text\Pattern;

/** Reads JSON (RFC 8259) without building it: a stack in place of recursion, so that no depth is too deep. */
final class JsonLexer
{
    /** What stands within the quotes of a string (section 7). */
    public const CHARACTERS = '(?:[^"\\\\\x00-\x1f]++|\\\\(?:["\\\\/bfnrt]|u[0-9A-Fa-f]{4}))*+';

    /** Any value that is neither a string nor a container (sections 3 and 6). */
    public const SCALAR = '(?:-?(?:0|[1-9][0-9]*+)(?:\.[0-9]++)?(?:[eE][+\-]?[0-9]++)?|true|false|null)(?![A-Za-z0-9_.])';

    private const SPACE = " \t\r\n";

    private const KEY = '~"('.self::CHARACTERS.')"[ \t\r\n]*+:[ \t\r\n]*+~A';

    /** Of a member that holds a string or a scalar the whole, so that most need one look only. */
    private const MEMBER = '~"('.self::CHARACTERS.')"[ \t\r\n]*+:[ \t\r\n]*+(?:"('.self::CHARACTERS.')"|('.self::SCALAR.'))~A';

    private const VALUE = '~"('.self::CHARACTERS.')"|'.self::SCALAR.'~A';

    private int $at = 0;

    /** @var array<string, JsonString> */
    private array $strings = [];

    /** @var array<string, array{int, int}> */
    private array $containers = [];

    /** @var list<array{token: string, pointer: ?string, index: int, start: int}> the open containers; the index of the next element is -1 in an object */
    private array $open = [];

    /** How many of the open containers are objects. */
    private int $openObjects = 0;

    /** How many bytes all pointers may still take. */
    private int $room = 128 << 20;

    /** Whether the innermost container has just been opened, so that no comma is due. */
    private bool $isFresh = false;

    /** The depth from which on everything is wanted. */
    private int $wantedDepth = PHP_INT_MAX;

    private function __construct(private readonly string $bytes, private readonly ?JsonWanted $wanted, private readonly ?Faults $faults) {}

    /**
     * @param  ?JsonWanted  $wanted  null: every member
     * @param  ?Faults  $faults  collects what is malformed; null: the first fault ends the reading
     *
     * @throws MalformedContent
     */
    public static function read(string $bytes, ?JsonWanted $wanted = null, ?Faults $faults = null): JsonText
    {
        return (new self($bytes, $wanted, $faults))->run();
    }

    private function run(): JsonText
    {
        if (str_starts_with($this->bytes, "\u{FEFF}")) {
            $this->at = 3;
        }
        $this->skipSpace();
        $rootOffset = ($this->bytes[$this->at] ?? '') === '{' ? $this->at + 1 : null;
        $rootIsEmpty = $rootOffset !== null && Pattern::matches('~\G\{\s*\}~', $this->bytes, $match, 0, $this->at);
        $this->attempt(fn () => $this->value(''));
        while ($this->open !== []) {
            $this->attempt($this->members(...));
        }
        $this->attempt($this->end(...));

        return new JsonText($this->strings, $rootOffset, $rootIsEmpty, $this->containers);
    }

    private function members(): void
    {
        while ($this->open !== []) {
            Patience::spend();
            $this->next();
        }
    }

    /** @param callable(): void $part */
    private function attempt(callable $part): void
    {
        try {
            $part();
        } catch (MalformedContent $malformed) {
            if ($this->faults === null) {
                throw $malformed;
            }
            $this->faults->note($this->bytes, $this->at, $malformed->getMessage());
            $this->recover();
        }
    }

    /** Goes on at the next comma, line or bracket that can belong to what is open. */
    private function recover(): void
    {
        Patience::spend();
        $this->at += strcspn($this->bytes, ",}]\n", $this->at);
        $character = $this->bytes[$this->at] ?? '';
        if ($character === '' || $this->faults?->areTooMany() === true) {
            $this->open = [];
            $this->openObjects = 0;

            return;
        }
        // A line has a member of its own, whether the comma before it is there or not.
        $this->isFresh = $character === "\n";
        if ($character === '}' || $character === ']') {
            $closesObject = $character === '}';
            if (($closesObject ? $this->openObjects : count($this->open) - $this->openObjects) === 0) {
                $this->at++;

                return;
            }
            while (($this->open[count($this->open) - 1]['index'] < 0) !== $closesObject) {
                $this->leave();
            }
        }
    }

    private function end(): void
    {
        $this->skipSpace();
        if ($this->at < strlen($this->bytes)) {
            throw $this->malformed('There is text behind the value');
        }
    }

    /** Reads a value, or opens it where it is a container. */
    private function value(string $token): void
    {
        $character = $this->bytes[$this->at] ?? '';
        if ($character === '{' || $character === '[') {
            $this->open($token, $character === '{' ? -1 : 0);
        } elseif (Pattern::matches(self::VALUE, $this->bytes, $match, 0, $this->at)) {
            if ($character === '"') {
                $this->keep($token, $this->at + 1, strlen($match[1]));
            }
            $this->at += strlen($match[0]);
        } else {
            throw $this->malformed($character === '"' ? 'A string is due, in double quotes and closed' : 'A value is due');
        }
    }

    private function open(string $token, int $index): void
    {
        if ($this->open !== [] && $this->wanted !== null && count($this->open) < $this->wantedDepth
            && Pattern::matches($this->wanted->passedOver, $this->bytes, $match, 0, $this->at)) {
            $this->at += strlen($match[0]);

            return;
        }
        $this->openObjects += $index < 0 ? 1 : 0;
        $this->open[] = ['token' => $token, 'pointer' => null, 'index' => $index, 'start' => $this->at];
        $this->at++;
        $this->isFresh = true;
    }

    private function keep(string $token, int $offset, int $length): void
    {
        $pointer = $this->open === [] ? '' : $this->affordable($this->pointer().'/'.$token);
        $this->strings[$pointer] = new JsonString($pointer, $offset, $length);
    }

    /** The innermost container's; put together only when it is asked for, since all those of a deep text would take its size squared. */
    private function pointer(): string
    {
        $last = count($this->open) - 1;

        return $this->open[$last]['pointer'] ??= $this->affordable(match (true) {
            $last === 0 => '',
            $this->open[$last - 1]['pointer'] !== null => $this->open[$last - 1]['pointer'].'/'.$this->open[$last]['token'],
            default => implode('/', array_column($this->open, 'token')),
        });
    }

    private function affordable(string $pointer): string
    {
        $this->room -= strlen($pointer);

        return $this->room >= 0 ? $pointer : throw $this->malformed('Nested too deep, or with names too long, to be read');
    }

    /** Goes behind a value to the next one of the innermost container, or closes that. */
    private function next(): void
    {
        $this->skipSpace();
        $character = $this->bytes[$this->at] ?? '';
        $inObject = $this->open[count($this->open) - 1]['index'] < 0;
        $closes = $character === ($inObject ? '}' : ']');
        if ($this->isFresh ? ! $closes : $character === ',') {
            if (! $this->isFresh) {
                $this->at++;
                $this->skipSpace();
            }
            $this->isFresh = false;
            $this->enter();
        } elseif ($closes) {
            $this->at++;
            $this->close();
        } else {
            $malformed = $this->malformed($inObject ? 'A comma or “}” is due' : 'A comma or “]” is due');
            if ($this->faults === null || $character !== '"') {
                throw $malformed;
            }
            // Only the comma is missing.
            $this->faults->note($this->bytes, $this->at, $malformed->getMessage());
            $this->enter();
        }
    }

    private function close(): void
    {
        $this->isFresh = false;
        if ($this->wanted === null) {
            $this->containers[$this->pointer()] = [$this->open[count($this->open) - 1]['start'], $this->at];
        }
        $this->leave();
        if (count($this->open) <= $this->wantedDepth) {
            $this->wantedDepth = PHP_INT_MAX;
        }
    }

    private function leave(): void
    {
        $this->openObjects -= (array_pop($this->open)['index'] ?? 0) < 0 ? 1 : 0;
    }

    /** Reads the next member or element of the innermost container. */
    private function enter(): void
    {
        $last = count($this->open) - 1;
        if ($this->open[$last]['index'] >= 0) {
            $this->value((string) $this->open[$last]['index']++);
        } elseif (Pattern::matches(self::MEMBER, $this->bytes, $match, 0, $this->at)) {
            $this->at += strlen($match[0]);
            if (! isset($match[3])) {
                $this->keep(self::token($match[1]), $this->at - 1 - strlen($match[2]), strlen($match[2]));
            }
        } else {
            $key = $this->key();
            if ($this->wantedDepth === PHP_INT_MAX && isset($this->wanted?->keys[$key])) {
                $this->wantedDepth = $last + 1;
            }
            $this->value(self::token($key));
        }
    }

    private function key(): string
    {
        if (Pattern::matches(self::KEY, $this->bytes, $match, 0, $this->at)) {
            $this->at += strlen($match[0]);

            return $match[1];
        }
        if (! Pattern::matches('~"'.self::CHARACTERS.'"[ \t\r\n]*+~A', $this->bytes, $match, 0, $this->at)) {
            throw $this->malformed('A string is due, in double quotes and closed');
        }
        $this->at += strlen($match[0]);

        throw $this->malformed('A colon is due');
    }

    /** A key as it stands in a pointer (RFC 6901, section 3). */
    private static function token(string $key): string
    {
        return strpbrk($key, '~/') === false ? $key : strtr($key, ['~' => '~0', '/' => '~1']);
    }

    private function skipSpace(): void
    {
        $this->at += strspn($this->bytes, self::SPACE, $this->at);
    }

    private function malformed(string $what): MalformedContent
    {
        // Where faults are collected, line and column are sought for the first of them only.
        return $this->faults === null ? MalformedContent::at($this->bytes, $this->at, $what) : new MalformedContent($what);
    }
}
