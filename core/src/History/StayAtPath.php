<?php

declare(strict_types=1);

namespace Hafenbuch\Core\History;

/** What one logbook entry did to one document's file. */
final readonly class StayAtPath
{
    /**
     * @param  int  $entry  the entry's number
     * @param  ?PastState  $before  null: there was no file
     * @param  ?PastState  $after  null: the file was removed
     */
    public function __construct(public int $entry, public ?PastState $before, public ?PastState $after) {}
}
