<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/** Very many bytes of which most questions need a few, wherever they lie. They do not change. */
interface Bytes
{
    public function length(): int;

    /** Fewer than asked for where they end. */
    public function part(int $at, int $length): string;

    public function all(): string;
}
