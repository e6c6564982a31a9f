<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format;

/** A format whose files are bytes in no charset, and which say their own lengths, so that a part can change only with what counts it. */
interface Binary extends Bulky
{
    /**
     * @param  string  $bytes  a content in which values have been replaced
     * @return string the same with its lengths put right
     */
    public function sealed(string $bytes): string;
}
