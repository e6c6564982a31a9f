<?php

declare(strict_types=1);

namespace App\Workspace\Kept;

use Hafenbuch\Core\Reference\Bytes;
use Hafenbuch\Core\Reference\HeldBytes;

/** Records of equal length, one behind the other. Some can be replaced without a copy of the others: most that ask need a few of very many. */
final readonly class Records
{
    /**
     * @param  int  $length  of a record, in bytes
     * @param  string  $blank  the byte that those consist of which are behind the end
     * @param  array<int, string>  $replaced  by number, in place of what is there
     */
    public function __construct(private Bytes $records, private int $length, private string $blank = "\0", private array $replaced = []) {}

    public static function held(string $records, int $length): self
    {
        return new self(new HeldBytes($records), $length);
    }

    public function at(int $number): string
    {
        return $this->replaced[$number] ?? str_pad($this->records->part($number * $this->length, $this->length), $this->length, $this->blank);
    }

    /** @param array<int, string> $records by number */
    public function with(array $records): self
    {
        return new self($this->records, $this->length, $this->blank, $records + $this->replaced);
    }

    /** The first so many, as one text. */
    public function joined(int $count): string
    {
        $whole = str_pad($this->records->all(), $count * $this->length, $this->blank);
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
