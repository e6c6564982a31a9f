<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Find;

/** States by which documents are looked for; those of one axis exclude one another. */
enum State: string
{
    case New = 'new';
    case Modified = 'modified';
    case Unsaved = 'unsaved';
    case AsSaved = 'as saved';
    case Unsettled = 'unsettled';
    case Stray = 'stray';
    case Gone = 'gone';
    case ReadOnly = 'read-only';
    case Locked = 'locked';
    case Open = 'open';
    case InTheHold = 'in the hold';
}
