<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Write;

/** The durable record of operations. Each call has reached the disk when it returns. */
interface Journal
{
    /** From here on the operation will be finished or taken back, whatever happens. */
    public function prepared(Operation $operation): void;

    public function done(Operation $operation): void;

    public function rolledBack(Operation $operation, string $why): void;

    /** @param array<string, ?string> $found by path: the hash of the content that nobody expected there */
    public function needsPerson(Operation $operation, array $found): void;

    /** @return list<Operation> those that are prepared and neither done nor rolled back, oldest first */
    public function unfinished(): array;
}
