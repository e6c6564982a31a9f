<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format;

/** A format whose files name the version of the specification that they follow. */
interface Versioned
{
    /** The newest version that is read here. */
    public function newestVersion(): string;

    /** @return ?string the version that a content names; null where it names none */
    public function versionOf(string $bytes): ?string;
}
