<?php

declare(strict_types=1);

namespace App\Workspace\Kept;

use App\Models\Workspace;
use Hafenbuch\Core\Reference\Nodes;

/**
 * The rows of a workspace’s documents that something was worked out from, and when each was touched last: so it is known which are not
 * any more as they were.
 */
final readonly class KnownRows
{
    public const ID_BYTES = 26;

    public const TIME_BYTES = 8;

    private const HEAD = 'Vcount/Vlast/Pfrom/Pnewest/Ptimes/Pxor';

    /**
     * @param  Nodes  $ids  of the documents
     * @param  Records  $times  when the row of each was touched, in microseconds since 1970, as 64-bit numbers, the least byte first
     * @param  ?string  $newest  the document that was touched last when this was kept
     */
    public function __construct(public Nodes $ids, private Records $times, public Touches $touches, private ?string $newest = null) {}

    public static function read(KeptFile $file): self
    {
        ['count' => $count, 'last' => $last, 'from' => $from, 'newest' => $newest, 'times' => $times, 'xor' => $xor] = $file->numbers(self::HEAD);
        $ids = new Nodes([], $file->take(self::ID_BYTES * $count), self::ID_BYTES);

        return new self($ids, new Records($file->later(self::TIME_BYTES * $count), self::TIME_BYTES), new Touches($from, $newest, $times, $xor), $last < $ids->count() ? $ids->name($last) : null);
    }

    /** @return list<string> as it is read */
    public function parts(): array
    {
        $times = $this->times->joined($this->ids->count());

        return [pack('VVPPPP', $this->ids->count(), self::last($times), ...$this->touches->numbers()), $this->ids->joined(), $times];
    }

    /** When a document’s row was touched; null: it is not among these. */
    public function timeOf(string $id): ?int
    {
        $number = $this->ids->number($id);

        return $number === null ? null : (int) ((array) unpack('P', $this->times->at($number)))[1];
    }

    /**
     * The same after changes.
     *
     * @param  Nodes  $ids  these and others behind them
     * @param  list<TouchedRow>  $rows
     */
    public function with(Nodes $ids, array $rows): self
    {
        $new = [];
        foreach ($rows as $row) {
            $new[(int) $ids->number($row->id)] = pack('P', $row->touchedAt);
        }

        return new self($ids, $this->times->with($new), $this->touches, $this->newest);
    }

    public function touched(Touches $touches): self
    {
        return new self($this->ids, $this->times, $touches, $this->newest);
    }

    /** @return ?list<TouchedRow> documents that are not any more as they were; null: these are of another database, or of one that was put back */
    public function changed(Workspace $workspace): ?array
    {
        $rows = $this->touches->changedSince($workspace, $this->timeOf(...), $this->newest);

        return $rows === null ? null : array_values(array_filter($rows, fn (TouchedRow $row): bool => ! $row->isDropped || $this->timeOf($row->id) !== null));
    }

    /** Whether so much has changed, or is counted each time, that it is better to work it out again. */
    public function areOutgrown(int $changed, int $many): bool
    {
        return $changed > $many || ($this->touches->count > $many && $this->touches->haveCome());
    }

    /** The number of the newest. */
    private static function last(string $packed): int
    {
        $times = $packed === '' ? [1 => 0] : (array) unpack('P*', $packed);

        return (int) array_search(max($times), $times, true) - 1;
    }
}
