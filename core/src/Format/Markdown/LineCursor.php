<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Markdown;

use Hafenbuch\Core\Text\Pattern;

/** A position in one line that counts columns, where a tab reaches to the next multiple of four (CommonMark, section 2.2). */
final class LineCursor
{
    private int $column = 0;

    /** Columns of a tab that a marker before it has used only in part. */
    private int $heldColumns = 0;

    public function __construct(private readonly string $bytes, private int $at, private readonly int $end) {}

    /** Columns of white space before the next character. */
    public function indent(): int
    {
        $columns = $this->heldColumns;
        $column = $this->column;
        for ($at = $this->at; $at < $this->end; $at++) {
            if ($this->bytes[$at] === ' ') {
                $width = 1;
            } elseif ($this->bytes[$at] === "\t") {
                $width = 4 - $column % 4;
            } else {
                break;
            }
            $columns += $width;
            $column += $width;
        }

        return $columns;
    }

    public function isBlank(): bool
    {
        return strspn($this->bytes, " \t", $this->at, $this->end - $this->at) === $this->end - $this->at;
    }

    public function startsWith(string $character): bool
    {
        $at = $this->firstCharacter();

        return $at < $this->end && $this->bytes[$at] === $character;
    }

    /** Matches at the first character; `$` stands for the line's end. */
    public function match(string $pattern): ?string
    {
        return Pattern::matches($pattern, $this->text(), $match) ? $match[0] : null;
    }

    /** From the first character to the line's end. */
    public function text(): string
    {
        $at = $this->firstCharacter();

        return substr($this->bytes, $at, $this->end - $at);
    }

    /** @return array{int, int} offset and length of the text */
    public function rest(): array
    {
        $at = $this->firstCharacter();

        return [$at, $this->end - $at];
    }

    /** Passes the white space and a marker of so many bytes. */
    public function skipMarker(int $length): void
    {
        $this->column += $this->indent() - $this->heldColumns + $length;
        $this->heldColumns = 0;
        $this->at = $this->firstCharacter() + $length;
    }

    /** Passes white space of so many columns at the most. */
    public function skipColumns(int $columns): void
    {
        while ($columns > 0) {
            if ($this->heldColumns > 0) {
                $used = min($columns, $this->heldColumns);
                $this->heldColumns -= $used;
                $columns -= $used;

                continue;
            }
            $character = $this->at < $this->end ? $this->bytes[$this->at] : '';
            if ($character !== ' ' && $character !== "\t") {
                return;
            }
            $width = $character === ' ' ? 1 : 4 - $this->column % 4;
            $this->at++;
            $this->column += $width;
            $this->heldColumns = $width;
        }
    }

    /** The columns between a list marker and its text; passes them. Five or more begin indented code after one (section 5.2). */
    public function itemPadding(): int
    {
        $indent = $this->indent();
        $padding = $this->isBlank() || $indent > 4 ? 1 : $indent;
        $this->skipColumns($padding);

        return $padding;
    }

    private function firstCharacter(): int
    {
        return $this->at + strspn($this->bytes, " \t", $this->at, $this->end - $this->at);
    }
}
