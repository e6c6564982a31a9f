<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

use Hafenbuch\Core\Format\Notation\HtmlReferences;
use Hafenbuch\Core\Text\Pattern;

/** A text inside an outer syntax, with the way back from its own offsets to those of the file. */
final readonly class DecodedText
{
    /** @param list<array{int, int}> $steps pairs of offset in the text and in the file, ascending; between two steps both count alike */
    private function __construct(public string $text, private array $steps) {}

    public static function verbatim(string $text, int $offset): self
    {
        return new self($text, [[0, $offset]]);
    }

    /**
     * Lines that belong together although other syntax stands between them, joined by line feeds.
     *
     * @param  list<array{int, int}>  $lines  offset and length of each in the file
     */
    public static function lines(string $file, array $lines): self
    {
        $text = '';
        $steps = [];
        [$from, $end] = [$lines[0][0] ?? 0, $lines[0][0] ?? 0];
        foreach ($lines as [$offset, $length]) {
            // Lines that follow one another in the file are taken in one piece.
            if ($steps === [] || $offset !== $end + 1 || $file[$end] !== "\n") {
                $text .= $steps === [] ? '' : substr($file, $from, $end - $from)."\n";
                $steps[] = [strlen($text), $offset];
                $from = $offset;
            }
            $end = $offset + $length;
        }

        return new self($text.substr($file, $from, $end - $from), $steps === [] ? [[0, 0]] : $steps);
    }

    /** @param string $bytes an attribute's value or character data as it stands in the file at `offset` */
    public static function xml(string $bytes, int $offset): self
    {
        return self::references($bytes, $offset, XmlEntities::REFERENCE, XmlEntities::character(...));
    }

    /** @param string $bytes an HTML attribute's value as it stands in the file at `offset` */
    public static function html(string $bytes, int $offset): self
    {
        return self::references(
            $bytes,
            $offset,
            HtmlReferences::pattern(),
            HtmlReferences::character(...),
        );
    }

    /** @param callable(string): string $character what a reference that the pattern finds stands for */
    private static function references(string $bytes, int $offset, string $pattern, callable $character): self
    {
        if (! str_contains($bytes, '&')) {
            return self::verbatim($bytes, $offset);
        }
        Pattern::matchAll($pattern, $bytes, $matches, PREG_OFFSET_CAPTURE);
        $text = '';
        $steps = [[0, $offset]];
        $at = 0;
        foreach ($matches[0] as [$reference, $position]) {
            $text .= substr($bytes, $at, $position - $at);
            $steps[] = [strlen($text), $offset + $position];
            $text .= $character($reference);
            $at = $position + strlen($reference);
            $steps[] = [strlen($text), $offset + $at];
        }

        return new self($text.substr($bytes, $at), $steps);
    }

    /** The file's offset of an offset in the text. An offset between two characters maps to the start of the second. */
    public function fileOffset(int $offset): int
    {
        $low = 0;
        $high = count($this->steps) - 1;
        while ($low < $high) {
            $middle = intdiv($low + $high + 1, 2);
            if ($this->steps[$middle][0] <= $offset) {
                $low = $middle;
            } else {
                $high = $middle - 1;
            }
        }

        return $this->steps[$low][1] + $offset - $this->steps[$low][0];
    }
}
