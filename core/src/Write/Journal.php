<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Write;

/** The durable record of operations. Each call has reached the disk when it returns. */
interface Journal
{
    /** From here on the operation will be finished or taken back, whatever happens. */
    public function prepared(Operation $operation): void;

    /** All its files hold what they are to hold; it is never rolled back from here on. */
    public function written(Operation $operation): void;

    public function rolledBack(Operation $operation, string $why): void;

    /**
     * The operation has ended, and a person has to say what is to become of some of its files.
     *
     * @param  array<string, ?string>  $found  by path: the hash of what is there; null: nothing that can be read
     */
    public function needsPerson(Operation $operation, array $found, string $why): void;

    /** @return list<Operation> those that are prepared, whose files may hold either content, oldest first */
    public function unfinished(): array;
}
