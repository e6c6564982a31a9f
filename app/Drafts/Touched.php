<?php

declare(strict_types=1);

namespace App\Drafts;

/** What a new working content has changed beside its words. */
enum Touched
{
    case Words;
    /** Whether the document is unsaved, on which the states of those above it rest. */
    case State;
    /** To what the document refers. */
    case References;
}
