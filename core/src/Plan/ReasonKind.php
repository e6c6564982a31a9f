<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

enum ReasonKind: string
{
    case Asked = 'asked';
    /** Over what another program has put into the file. */
    case KeepsMine = 'keeps mine';
    /** A file that went away is made again. */
    case MadeAgain = 'made again';
    case Needed = 'needed';
    case SavedAs = 'saved as';
    case GoesOn = 'goes on';
    case Copied = 'copied';
    case MovedFrom = 'moved from';
    case MovesTo = 'moves to';
    case Follows = 'follows';
    case Relinked = 'relinked';
    case RelinkedSome = 'relinked some';
    case TakenOut = 'taken out';
    case TakenIn = 'taken in';
    /** It gets another state or revision. */
    case Becomes = 'becomes';
    case BecomesWith = 'becomes with';
    case TakesBack = 'takes back';
    case Settles = 'settles';
    case Outside = 'outside';
}
