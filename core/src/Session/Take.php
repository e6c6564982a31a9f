<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Session;

/** What a person chooses for one document of a session, where there is a choice. */
enum Take: string
{
    /** The draft of now, where there are two. */
    case Now = 'now';
    /** The draft of the session, where there are two. */
    case Session = 'session';
    /** The last version, where the file is gone. */
    case Version = 'version';
}
