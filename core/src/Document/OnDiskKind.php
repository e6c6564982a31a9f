<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Document;

enum OnDiskKind
{
    case Nothing;
    case File;
    case Folder;
    case Unreadable;
    /** A symbolic link on the way leads out of the workspace's root. */
    case Outside;
}
