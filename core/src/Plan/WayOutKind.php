<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

enum WayOutKind: string
{
    case Leave = 'leave';
    case Save = 'save';
    case Discard = 'discard';
    /** Give a new document another path. */
    case Propose = 'propose';
    case Rename = 'rename';
    case Replace = 'replace';
    case Accept = 'accept';
    case Mend = 'mend';
    /** Bring the files outside into the workspace. */
    case TakeIn = 'take in';
    case Rescan = 'rescan';
}
