<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Document\Access;
use Hafenbuch\Core\Document\DocumentSnapshot;
use Hafenbuch\Core\Document\OnDisk;
use Hafenbuch\Core\Reference\Address;

/** A file from elsewhere that is taken in: copied to a path of the workspace, with its references written for that place. */
final readonly class Arrival
{
    /**
     * @param  string  $from  its absolute path
     * @param  string  $to  a path of the workspace
     * @param  string  $hash  SHA-256 of what it holds
     * @param  string  $stat  as of OnDisk
     * @param  list<string>  $ends  that its references have, see Address
     */
    public function __construct(public string $from, public string $to, public string $hash, public string $stat = '', public array $ends = [], public bool $isReadWhole = true) {}

    public function end(): string
    {
        return Address::end($this->from);
    }

    /** The file as a source of lines, which is no document of the workspace. */
    public function source(): DocumentSnapshot
    {
        $paths = array_values(array_filter($this->ends, static fn (string $end): bool => Address::of($end) === null));

        return new DocumentSnapshot(
            PlanLine::idToBeMade($this->to), $this->from, $this->hash, null, null, OnDisk::file($this->hash, $this->stat), Access::writable(), $paths, $paths,
            $this->isReadWhole, elsewhere: array_values(array_diff($this->ends, $paths)),
        );
    }
}
