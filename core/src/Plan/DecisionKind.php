<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

enum DecisionKind: string
{
    case Leave = 'leave';
    case Save = 'save';
    case Discard = 'discard';
    /** The open document goes on under another path; the file at its old path keeps its last saved content. */
    case SaveAs = 'save as';
    /** Another file is written; the open document stays as it is. */
    case Copy = 'copy';
    /** The file gets another path, and every reference to it follows. */
    case Move = 'move';
    case Delete = 'delete';
}
