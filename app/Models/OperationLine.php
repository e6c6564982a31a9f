<?php

declare(strict_types=1);

namespace App\Models;

use Hafenbuch\Core\Plan\Action;
use Hafenbuch\Core\Plan\PlanLine;
use Hafenbuch\Core\Plan\Reason;
use Hafenbuch\Core\Release\Mark;
use Hafenbuch\Core\Release\Marking;

/**
 * One file of a logbook entry.
 *
 * @property string $operation_id
 * @property int $id
 * @property int $position
 * @property ?string $document_id
 * @property string $path
 * @property string $action
 * @property ?string $before_hash
 * @property ?string $after_hash
 * @property ?int $before_size
 * @property ?int $after_size
 * @property ?string $draft_before
 * @property ?string $draft_after
 * @property ?string $origin_id
 * @property string $reason
 * @property ?string $reason_of
 * @property bool $is_reconciled whether the tables have followed it
 * @property ?string $marking JSON: the marks before and after
 * @property ?string $problem why they could not
 */
final class OperationLine extends Record
{
    public $timestamps = false;

    public function planLine(): PlanLine
    {
        return new PlanLine(
            (string) $this->document_id,
            $this->path,
            Action::from($this->action),
            $this->before_hash,
            $this->after_hash,
            Reason::restore($this->reason, $this->reason_of),
            $this->draft_before,
            $this->draft_after,
            $this->origin_id,
            $this->marked(),
        );
    }

    private function marked(): ?Marking
    {
        if ($this->marking === null) {
            return null;
        }
        [$before, $after] = json_decode($this->marking, true, 4, JSON_THROW_ON_ERROR);

        return new Marking(new Mark($before['state'], $before['revision']), new Mark($after['state'], $after['revision']));
    }

    /**
     * @param  list<self>  $lines
     * @param  callable(Action): bool  $isWanted
     */
    public static function firstOf(array $lines, callable $isWanted): ?self
    {
        foreach ($lines as $line) {
            if ($isWanted(Action::from($line->action))) {
                return $line;
            }
        }

        return null;
    }
}
