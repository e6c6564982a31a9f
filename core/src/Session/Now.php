<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Session;

/** What a session says of one of its documents against the workspace as it is. */
enum Now: string
{
    case There = 'there';
    case Moved = 'moved';
    /** Its file has other bytes than when the session was kept. */
    case Changed = 'changed';
    case Gone = 'gone';
    /** The session has a draft of it, and the document another one. */
    case OtherDraft = 'has another draft';

    public static function of(KeptDocument $kept, ?DocumentNow $now): self
    {
        return match (true) {
            $now === null || ! $now->isThere() => self::Gone,
            self::clash($kept, $now) => self::OtherDraft,
            $now->path !== $kept->path => self::Moved,
            $now->isGone || ($now->savedHash !== $kept->savedHash && $now->savedHash !== $kept->draftHash) => self::Changed,
            default => self::There,
        };
    }

    /** Whether both have a draft, and not the same. */
    public static function clash(KeptDocument $kept, DocumentNow $now): bool
    {
        return $kept->draftHash !== null && $now->draftHash !== null && $kept->draftHash !== $now->draftHash && $kept->draftHash !== $now->savedHash;
    }
}
