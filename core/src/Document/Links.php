<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Document;

/** The symbolic links of a workspace through which documents are read from other folders than their own. */
interface Links
{
    /**
     * @param  list<string>  $paths
     * @return list<array{string, string}> the paths of a link and of what it leads to, where these are in different folders
     */
    public function showing(array $paths): array;
}
