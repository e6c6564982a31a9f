<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/** Where a reference leads, as far as its text alone tells. */
enum TargetKind: string
{
    /** A file of the workspace, there or not. */
    case File = 'file';
    case Outside = 'outside';
    case Web = 'web';
    case Device = 'device';
    case Self = 'self';
    /** Text that can name no file, such as broken percent-encoding. */
    case Nothing = 'nothing';
}
