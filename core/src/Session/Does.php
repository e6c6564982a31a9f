<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Session;

/** What opening a session does with one document. */
enum Does: string
{
    case Opens = 'opens';
    case OpensInHold = 'opens in the hold';
    case AddsDraft = 'opens and adds its draft';
    /** Both have a draft; that of now stays on the screen and that of the session becomes a recovery point. */
    case KeepsDraft = 'opens and keeps the draft of now';
    /** Both have a draft; that of the session comes on the screen and that of now becomes a recovery point. */
    case TakesDraft = 'opens and takes the draft of the session';
    case MakesAnew = 'makes it anew';
    case BringsBack = 'brings back its last version';
    case Stays = 'stays open';
    case Leaves = 'leaves';
    case Closes = 'closes';

    /** Whether the document is on the quay afterwards. */
    public function isOpen(): bool
    {
        return $this !== self::Leaves && $this !== self::Closes;
    }

    /** Whether a draft is written, so that something of the document itself changes. */
    public function writes(): bool
    {
        return in_array($this, [self::AddsDraft, self::TakesDraft, self::MakesAnew, self::BringsBack], true);
    }
}
