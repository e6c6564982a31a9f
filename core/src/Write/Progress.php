<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Write;

/** Watches an operation at work. */
interface Progress
{
    /**
     * Before each file.
     *
     * @param  int  $done  files written so far
     * @param  int  $of  files in all
     *
     * @throws Stopped where a person wants it taken back
     */
    public function step(int $done, int $of): void;
}
