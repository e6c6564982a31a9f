<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

/** What happens to a file, or, where no file is touched, to a draft. */
enum Action: string
{
    case Create = 'create';
    case Write = 'write';
    /** A file is written over that another document had. */
    case Replace = 'replace';
    case Remove = 'remove';
    /** The file stays and the draft is dropped. */
    case Discard = 'discard';
    /** The file stays and the draft is changed, or a new document gets another proposed path. */
    case Redraft = 'redraft';
    /** Neither file nor draft changes, but how far the document has come. */
    case State = 'state';

    public function touchesFile(): bool
    {
        return $this->writes() || $this === self::Remove;
    }

    public function writes(): bool
    {
        return $this === self::Create || $this === self::Write || $this === self::Replace;
    }
}
