<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Document;

/** The file axis: how the file on disk stands to what Hafenbuch last knew of it. */
enum FileState: string
{
    case There = 'there';
    case ChangedOutside = 'changed outside';
    case Gone = 'gone';
}
