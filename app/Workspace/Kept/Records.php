<?php

declare(strict_types=1);

namespace App\Workspace\Kept;

/** Records of equal length in one text. Some can be replaced without a copy of the others: most that ask need a few of very many. */
final readonly class Records
{
    /**
     * @param  int  $length  of a record, in bytes
     * @param  string  $blank  the byte that those consist of which are behind the end of the text
     * @param  array<int, string>  $replaced  by number, in place of what the text has there
     */
    public function __construct(private string $text, private int $length, private string $blank = "\0", private array $replaced = []) {}

    public function at(int $number): string
    {
        return $this->replaced[$number] ?? str_pad(substr($this->text, $number * $this->length, $this->length), $this->length, $this->blank);
    }

    /** @param array<int, string> $records by number */
    public function with(array $records): self
    {
        return new self($this->text, $this->length, $this->blank, $records + $this->replaced);
    }

    /** The first so many, as one text. */
    public function joined(int $count): string
    {
        $whole = str_pad($this->text, $count * $this->length, $this->blank);
        $replaced = $this->replaced;
        ksort($replaced);
        // `substr_replace` would copy all of it for each.
        $pieces = [];
        $from = 0;
        foreach ($replaced as $number => $record) {
            $at = $number * $this->length;
            array_push($pieces, substr($whole, $from, $at - $from), $record);
            $from = $at + $this->length;
        }
        $pieces[] = substr($whole, $from);

        return $replaced === [] ? $whole : implode('', $pieces);
    }
}
