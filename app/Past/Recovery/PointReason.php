<?php

declare(strict_types=1);

namespace App\Past\Recovery;

enum PointReason: string
{
    case Time = 'time';
    case Edits = 'edits';
    case Idle = 'idle';
    case ByHand = 'by hand';
    /** What there was before a recovery chose otherwise. */
    case BeforeRecovery = 'before recovery';
    /** What a session would have put other drafts over. */
    case BeforeOpening = 'before opening';
    /** The drafts of a session that were not taken. */
    case FromSession = 'from a session';
    case BeforeBringingBack = 'before bringing back';
}
