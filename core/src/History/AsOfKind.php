<?php

declare(strict_types=1);

namespace Hafenbuch\Core\History;

enum AsOfKind: string
{
    case Changes = 'changes';
    case Fits = 'fits';
    case ComesBack = 'comes back';
    case Lost = 'lost';
}
