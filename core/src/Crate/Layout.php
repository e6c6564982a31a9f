<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate;

/** How the files of a crate lie. */
enum Layout: string
{
    /** As they are, below the folder that they have in common. */
    case AsIs = 'as it is';
    case ByKind = 'by kind';
}
