<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Document;

/** The documents that could not be read whole, so that they may refer to more than is known. */
interface PartlyRead
{
    /**
     * @param  list<string>  $paths
     * @return list<Mention> those in whose bytes the name of one of these stands, in any usual spelling, or that could not be searched
     */
    public function mentioning(array $paths): array;
}
