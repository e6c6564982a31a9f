<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Write;

/** What recovery did with an operation that a crash had interrupted. */
enum Outcome: string
{
    case Finished = 'finished';
    case RolledBack = 'rolled back';
    case NeedsPerson = 'needs a person';
}
