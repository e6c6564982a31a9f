<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Document\DocumentSnapshot;
use Hafenbuch\Core\Write\UnableToRead;

/** The bytes behind the hashes of a snapshot. */
interface Contents
{
    /**
     * @param  string  $hash  the document's saved hash, or that of its draft
     *
     * @throws UnableToRead
     */
    public function bytes(DocumentSnapshot $document, string $hash): string;
}
