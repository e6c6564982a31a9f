<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Retention;

enum RuleKind: string
{
    case All = 'all';
    case Last = 'last';
    case Aged = 'aged';
}
