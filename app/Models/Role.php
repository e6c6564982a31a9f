<?php

declare(strict_types=1);

namespace App\Models;

/** What a person is in a workspace. */
enum Role: string
{
    /** Looks, compares, copies out. */
    case Reader = 'reader';

    /** Writes drafts and saves. */
    case Writer = 'writer';

    /** Changes rules and people too, and lets go what cannot be brought back. */
    case Keeper = 'keeper';
}
