<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/** Where a reference leads, as far as its text alone tells. */
enum TargetKind: string
{
    /** A file of the workspace, there or not. */
    case File = 'file';
    /** A folder of the workspace, which only a link can lead to; that it is one its text does not tell. */
    case Folder = 'folder';
    case Outside = 'outside';
    case Web = 'web';
    case Device = 'device';
    case Self = 'self';
    /** Text that can name no file, such as broken percent-encoding. */
    case Nothing = 'nothing';
}
