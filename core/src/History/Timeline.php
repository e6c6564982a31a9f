<?php

declare(strict_types=1);

namespace Hafenbuch\Core\History;

/** What a document's file was from entry to entry. */
final readonly class Timeline
{
    /**
     * @param  list<StayAtPath>  $passages  in the order of the entries
     * @param  ?PastState  $now  null: it has no file
     */
    public function __construct(private array $passages, private ?PastState $now) {}

    /** What it was when this entry was the newest; null: it had no file then. */
    public function asOf(int $entry): ?PastState
    {
        $state = $this->passages === [] ? $this->now : $this->passages[0]->before;
        foreach ($this->passages as $passage) {
            if ($passage->entry > $entry) {
                return $passage->before;
            }
            $state = $passage->after;
        }

        return $this->passages === [] ? $this->now : $state;
    }
}
