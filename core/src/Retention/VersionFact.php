<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Retention;

/** What a rule needs to know of a version. */
final readonly class VersionFact
{
    /**
     * @param  int  $number  0: as found
     * @param  int  $at  seconds since 1970
     * @param  bool  $isNeeded  whether something else rests on it, as a draft that was begun on it
     */
    public function __construct(public int $number, public int $at, public bool $isLabelled = false, public bool $isNeeded = false) {}
}
