<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Naming;

use Hafenbuch\Core\Text\Pattern;

/** A stem taken apart: what all stages of a series have in common, and the trailing counter or date that tells them apart. */
final readonly class Stage
{
    private const DATE = '~^(.*?)([-_ .]?)(\d{4})-?(0[1-9]|1[0-2])-?(0[1-9]|[12]\d|3[01])$~u';

    /** At most. */
    private const COUNTER_BYTES = 9;

    /** At least. */
    private const DATE_BYTES = 8;

    private function __construct(
        public string $base,
        public string $separator,
        public string $counter,
        public bool $isDated,
    ) {}

    public static function of(string $stem): self
    {
        $figures = strlen($stem) - strlen(rtrim($stem, '0123456789'));
        if ($figures === 0) {
            return new self($stem, '-', '', false);
        }
        $isLong = strlen($stem) - strlen(rtrim($stem, '-0123456789')) >= self::DATE_BYTES;
        if ($isLong && Pattern::matches(self::DATE, $stem, $part)) {
            return new self($part[1], $part[2], substr($stem, strlen($part[1].$part[2])), true);
        }
        $counted = min(self::COUNTER_BYTES, $figures);
        $before = substr($stem, 0, -$counted);
        $separator = $before !== '' && strspn($before, '-_ .', -1) === 1 ? substr($before, -1) : '';

        return new self(substr($before, 0, strlen($before) - strlen($separator)), $separator, substr($stem, -$counted), false);
    }

    /** Whether two stems are stages of one series, as far as names tell. */
    public function isOfSeries(self $other): bool
    {
        return $this->base !== '' && $this->base === $other->base && ($this->counter === '' || $other->counter === '' || $this->separator === $other->separator);
    }

    /** Stages of one series in the order of their counters; one without comes first. */
    public function compare(self $other): int
    {
        return [$this->isDated, $this->number()] <=> [$other->isDated, $other->number()];
    }

    /**
     * @param  callable(string): bool  $isTaken  whether a stem is in use
     * @param  string  $today  as YYYY-MM-DD
     */
    public function next(callable $isTaken, string $today): string
    {
        if ($this->isDated) {
            $date = str_contains($this->counter, '-') ? $today : str_replace('-', '', $today);
            $next = $this->base.$this->separator.$date;
            for ($number = 2; $isTaken($next); $number++) {
                $next = "{$this->base}{$this->separator}{$date}-{$number}";
            }

            return $next;
        }
        // A name without a counter was the first of its series.
        $width = $this->counter === '' ? 2 : strlen($this->counter);
        $number = $this->counter === '' ? 1 : $this->number();
        do {
            $next = $this->base.$this->separator.str_pad((string) ++$number, $width, '0', STR_PAD_LEFT);
        } while ($isTaken($next));

        return $next;
    }

    /** What it counts; a date counts as one number, and a name without a counter comes before all. */
    public function number(): int
    {
        return $this->counter === '' ? -1 : (int) str_replace('-', '', $this->counter);
    }
}
