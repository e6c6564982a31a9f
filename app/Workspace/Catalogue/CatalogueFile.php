<?php

declare(strict_types=1);

namespace App\Workspace\Catalogue;

use App\Workspace\Kept\KeptFile;
use App\Workspace\Kept\KnownRows;
use App\Workspace\Kept\Records;
use App\Workspace\Kept\Touches;
use Hafenbuch\Core\Reference\Bytes;
use Hafenbuch\Core\Reference\HeldBytes;
use Hafenbuch\Core\Reference\Nodes;

/**
 * The documents of a workspace in the order of their paths, with sums from the first to each. So a folder is a stretch of it, and its
 * sums are two subtractions. It is as old as its rows; what has changed since is laid over it by whoever asks.
 */
final readonly class CatalogueFile
{
    private const FORM = 'Hafenbuch catalogue 2';

    private const NUMBER_BYTES = 4;

    private const SUM_BYTES = 8;

    /**
     * @param  Bytes  $places  for each document in the order of the ids its place in the order of the paths
     * @param  Bytes  $numbers  for each place the document's number in the order of the ids
     * @param  Bytes  $pathEnds  for each place where its path ends in the paths
     * @param  Bytes  $drafts  for each place how many up to it have a draft
     * @param  Bytes  $bytes  for each place the bytes of all up to it
     * @param  Bytes  $textEnds  for each place where its text ends in the texts
     */
    private function __construct(
        public KnownRows $rows,
        private Bytes $places,
        private Bytes $numbers,
        private Bytes $pathEnds,
        private Bytes $paths,
        private Bytes $drafts,
        private Bytes $bytes,
        private Bytes $textEnds,
        private Bytes $texts,
    ) {}

    /** @param iterable<string, Entry> $entries by id, in the order of the ids */
    public static function of(iterable $entries, Touches $touches): self
    {
        $ids = $times = $unordered = $unorderedEnds = $hasDraft = $sizes = '';
        $order = [];
        foreach ($entries as $id => $entry) {
            $ids .= $id;
            $times .= pack('P', $entry->touchedAt);
            $order[] = $entry->path;
            // All in a few strings: a hundred thousand objects take more memory than a request may have.
            $unordered .= $entry->text();
            $unorderedEnds .= pack('V', strlen($unordered));
            $hasDraft .= $entry->hasDraft ? '1' : '0';
            $sizes .= pack('P', $entry->bytes);
        }
        asort($order, SORT_STRING);
        [$unordered, $unorderedEnds, $sizes] = [new HeldBytes($unordered), new HeldBytes($unorderedEnds), new HeldBytes($sizes)];
        $places = array_fill(0, count($order), 0);
        $numbers = $pathEnds = $paths = $drafts = $bytes = $textEnds = $texts = '';
        $sum = new FolderSum;
        foreach ($order as $number => $path) {
            $places[$number] = $sum->documents;
            $sum = $sum->plus(new FolderSum(1, (int) $hasDraft[$number], self::sumAt($sizes, $number)));
            $numbers .= pack('V', $number);
            $paths .= $path;
            $pathEnds .= pack('V', strlen($paths));
            $drafts .= pack('V', $sum->drafts);
            $bytes .= pack('P', $sum->bytes);
            $texts .= self::piece($unordered, $unorderedEnds, $number);
            $textEnds .= pack('V', strlen($texts));
        }

        return new self(new KnownRows(new Nodes([], $ids, KnownRows::ID_BYTES), Records::held($times, KnownRows::TIME_BYTES), $touches), ...array_map(static fn (string $part): HeldBytes => new HeldBytes($part), [pack('V*', ...$places), $numbers, $pathEnds, $paths, $drafts, $bytes, $textEnds, $texts]));
    }

    public static function read(string $path): ?self
    {
        $file = KeptFile::open($path, self::FORM);
        if ($file === null) {
            return null;
        }
        $rows = KnownRows::read($file);
        $count = $rows->ids->count();
        ['paths' => $paths, 'texts' => $texts] = $file->numbers('Vpaths/Vtexts');
        $numbers = self::NUMBER_BYTES * $count;
        $catalogue = new self($rows, ...array_map($file->later(...), [$numbers, $numbers, $numbers, $paths, $numbers, self::SUM_BYTES * $count, $numbers, $texts]));

        return $file->isSound() ? $catalogue : null;
    }

    public function write(string $path): void
    {
        KeptFile::write($path, self::FORM, [
            ...$this->rows->parts(), pack('VV', $this->paths->length(), $this->texts->length()),
            ...array_map(static fn (Bytes $part): string => $part->all(), [$this->places, $this->numbers, $this->pathEnds, $this->paths, $this->drafts, $this->bytes, $this->textEnds, $this->texts]),
        ]);
    }

    /** The place of a document; null: it is not in it. */
    public function placeOf(string $id): ?int
    {
        $number = $this->rows->ids->number($id);

        return $number === null ? null : self::at($this->places, $number);
    }

    public function idAt(int $place): string
    {
        return $this->rows->ids->name(self::at($this->numbers, $place));
    }

    public function pathAt(int $place): string
    {
        return self::piece($this->paths, $this->pathEnds, $place);
    }

    public function textAt(int $place): string
    {
        return self::piece($this->texts, $this->textEnds, $place);
    }

    /** The sums of the places from the first up to, and not with, the second. */
    public function sum(int $from, int $to): FolderSum
    {
        return $this->sumBefore($to)->minus($this->sumBefore($from));
    }

    /** The first place, from the given one on, whose path is not less than this. */
    public function placeFrom(string $path, int $low = 0): int
    {
        for ($high = $this->rows->ids->count(); $low < $high;) {
            $middle = ($low + $high) >> 1;
            strcmp($this->pathAt($middle), $path) < 0 ? $low = $middle + 1 : $high = $middle;
        }

        return $low;
    }

    /**
     * The places whose texts contain all of the words, in their order.
     *
     * @param  non-empty-list<string>  $words  without line ends
     * @return \Generator<int>
     */
    public function placesWith(array $words): \Generator
    {
        $texts = $this->texts->all();
        // The one that is in the fewest leaves the least to look at.
        $counts = array_map(static fn (string $word): int => count($words) === 1 ? 0 : substr_count($texts, $word), $words);
        array_multisort($counts, $words);
        $first = array_shift($words);
        for ($at = strpos($texts, $first); $at !== false; $at = $next < strlen($texts) ? strpos($texts, $first, $next) : false) {
            $place = $this->placeOfText($at);
            $next = self::at($this->textEnds, $place);
            if ($at + strlen($first) > $next) {
                // It lies across two of them.
                $next = $at + 1;

                continue;
            }
            $text = $words === [] ? '' : $this->textAt($place);
            foreach ($words as $word) {
                if (! str_contains($text, $word)) {
                    continue 2;
                }
            }
            yield $place;
        }
    }

    private function sumBefore(int $place): FolderSum
    {
        return $place === 0 ? new FolderSum : new FolderSum($place, self::at($this->drafts, $place - 1), self::sumAt($this->bytes, $place - 1));
    }

    private function placeOfText(int $at): int
    {
        for ($low = 0, $high = $this->rows->ids->count() - 1; $low < $high;) {
            $middle = ($low + $high) >> 1;
            self::at($this->textEnds, $middle) <= $at ? $low = $middle + 1 : $high = $middle;
        }

        return $low;
    }

    /** @param Bytes $ends of the pieces of the whole */
    private static function piece(Bytes $whole, Bytes $ends, int $place): string
    {
        $start = $place === 0 ? 0 : self::at($ends, $place - 1);

        return $whole->part($start, self::at($ends, $place) - $start);
    }

    private static function sumAt(Bytes $sums, int $place): int
    {
        return (int) ((array) unpack('P', $sums->part($place * self::SUM_BYTES, self::SUM_BYTES)))[1];
    }

    private static function at(Bytes $numbers, int $place): int
    {
        return (int) ((array) unpack('V', $numbers->part($place * self::NUMBER_BYTES, self::NUMBER_BYTES)))[1];
    }
}
