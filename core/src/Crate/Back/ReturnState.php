<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Back;

/** What has become of a packed file, there and here, since it was packed. */
enum ReturnState: string
{
    case AsSent = 'as you sent it';
    case ChangedByThem = 'changed by them';
    case ChangedHere = 'changed here since';
    case ChangedByBoth = 'changed by both';
    case New = 'new';
    case GoneThere = 'gone there';

    /** Whether something comes that is not here. */
    public function brings(): bool
    {
        return $this === self::ChangedByThem || $this === self::ChangedByBoth || $this === self::New;
    }
}
