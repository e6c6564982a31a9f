<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

/** What an operation of decisions is called. */
enum Act: string
{
    case Save = 'save';
    case Copy = 'copy';
    /** A copy with all below it under unchanged names, kept for later. */
    case SetAside = 'set aside';
    case Move = 'move';
    case Delete = 'delete';
    case Relink = 'relink';
    case TakeIn = 'take in';
    /** Documents get another state or revision, and no file changes. */
    case Release = 'release';
    case ReplaceDevice = 'replace device';
}
