<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Session;

/** How a session is opened. */
enum Way: string
{
    /** In place of what is open, which is kept first. */
    case Instead = 'instead';
    case Add = 'add';
}
