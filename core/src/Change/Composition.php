<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Change;

/** Collects what is kept, taken out and put in, one after the other, and makes changes of it. */
final class Composition
{
    /** @var list<Change> */
    private array $changes = [];

    private int $at = 0;

    private int $removed = 0;

    private string $inserted = '';

    public function keep(int $length): void
    {
        $this->close();
        $this->at += $length;
    }

    public function remove(int $length): void
    {
        $this->removed += $length;
    }

    public function insert(string $text): void
    {
        $this->inserted .= $text;
    }

    /** @return list<Change> */
    public function changes(): array
    {
        $this->close();

        return $this->changes;
    }

    private function close(): void
    {
        if ($this->removed > 0 || $this->inserted !== '') {
            $this->changes[] = new Change($this->at, $this->removed, $this->inserted);
        }
        $this->at += $this->removed;
        $this->removed = 0;
        $this->inserted = '';
    }
}
