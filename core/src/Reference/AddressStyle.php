<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/** What the text at a reference's place is: a URI reference (RFC 3986), or a plain file path without percent-encoding. */
enum AddressStyle
{
    case Uri;
    case PlainPath;
    /** The target of a symbolic link: a path as it is, in which every character counts. */
    case Link;
}
