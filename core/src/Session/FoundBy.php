<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Session;

/** By what a kept document was found again. */
enum FoundBy: string
{
    case Identity = 'identity';
    case Content = 'content';
    case Path = 'path';
    case Name = 'name';
}
