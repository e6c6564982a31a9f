<?php

declare(strict_types=1);

namespace App\Crates;

/** Of when the contents are that go into a crate. */
enum Moment: string
{
    /** What is on the screen: drafts, and files where there is none. */
    case Working = 'drafts';
    case Saved = 'saved';
    /** As of an entry of the logbook. */
    case Past = 'past';
}
