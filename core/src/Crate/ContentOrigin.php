<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate;

/** Where the content of a packed file was taken from. */
enum ContentOrigin: string
{
    case Draft = 'draft';
    case Saved = 'saved';
    case Version = 'version';
    /** A file outside of the workspace. */
    case Outside = 'outside';

    /** Whether the content store has it, so that nobody can change it while it is packed. */
    public function isKept(): bool
    {
        return $this === self::Draft || $this === self::Version;
    }
}
