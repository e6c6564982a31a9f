<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Editing;

use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Format\Notation\Inserted;
use Hafenbuch\Core\Reference\AddressStyle;
use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** Formats in which a reference has lines of its own: a new one stands at the end, one that goes takes its lines along. */
final readonly class LineEditing implements ReferenceEditing
{
    /**
     * @param  string  $before  what stands before the value on its line
     * @param  string  $after  what stands behind it
     * @param  ?string  $lead  a pattern for lines right before a reference that belong to it
     * @param  ?string  $next  a pattern for the line at which the lines after a reference no longer belong to it
     */
    public function __construct(
        private string $kind,
        private string $before,
        private Notation $notation,
        private string $after = '',
        private ?string $lead = null,
        private ?string $next = null,
    ) {}

    public function openings(string $bytes, string $label): array
    {
        $break = $bytes === '' || str_ends_with($bytes, "\n") ? '' : "\n";

        return [new ReferenceSite($this->kind, strlen($bytes), 0, '', new Inserted($break.$this->before, $this->notation, $this->after."\n"), AddressStyle::PlainPath)];
    }

    public function removal(string $bytes, ReferenceSite $site): array
    {
        $start = (int) strrpos("\n".substr($bytes, 0, $site->offset), "\n");
        $end = $this->lineEnd($bytes, $site->offset + $site->length);
        while ($this->lead !== null && $start > 0) {
            $before = (int) strrpos("\n".substr($bytes, 0, $start - 1), "\n");
            if (! Pattern::matches($this->lead, rtrim(substr($bytes, $before, $start - $before)))) {
                break;
            }
            $start = $before;
        }
        while ($this->next !== null && $end < strlen($bytes)) {
            $lineEnd = $this->lineEnd($bytes, $end);
            if (Pattern::matches($this->next, trim(substr($bytes, $end, $lineEnd - $end)))) {
                break;
            }
            $end = $lineEnd;
        }

        return [new Change($start, $end - $start)];
    }

    /** The start of the line after the one that a byte is in. */
    private function lineEnd(string $bytes, int $offset): int
    {
        $feed = strpos($bytes, "\n", $offset);

        return $feed === false ? strlen($bytes) : $feed + 1;
    }
}
