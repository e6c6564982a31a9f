<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

/** A line of a plan, and the sketch that it was made from. */
final readonly class MadeLine
{
    public function __construct(public PlanLine $line, public SketchedLine $sketch) {}
}
