<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

/** Who follows a document to its new name, of those that refer to it. */
enum Follow: string
{
    case Nobody = 'nobody';
    case Quay = 'quay';
    case Everyone = 'everyone';
}
