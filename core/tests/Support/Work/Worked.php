<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Tests\Support\Work;

use Hafenbuch\Core\Document\Snapshot;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Plan\Plan;

/** A workspace on which plans are executed and taken back: in memory, or the application's own. */
interface Worked
{
    /** @return array<string, Doc> by id: all that have a file or a draft */
    public function documents(): array;

    public function snapshot(): Snapshot;

    /**
     * Plans, and executes the plan unless it is blocked or empty.
     *
     * @param  array<string, Decision>  $decisions
     */
    public function execute(array $decisions): Plan;

    /** Takes the latest execution back that has not been taken back. */
    public function undo(): void;
}
