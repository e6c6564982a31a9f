<?php

declare(strict_types=1);

namespace App\Console;

use App\Models\Operation;
use App\Models\OperationLine;
use Hafenbuch\Core\Plan\Blocker;
use Hafenbuch\Core\Plan\Plan;
use Hafenbuch\Core\Plan\PlanLine;
use Hafenbuch\Core\Plan\Warning;

/** The JSON values of the command line. Other programs rely on their names. */
final class Shapes
{
    public const JSON = JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE;

    public static function json(mixed $value): string
    {
        return json_encode($value, self::JSON | JSON_PRETTY_PRINT);
    }

    /** @return array{fingerprint: string, lines: list<array<string, ?string>>, warnings: list<array<string, string>>, blockers: list<array<string, string>>} */
    public static function plan(Plan $plan): array
    {
        return [
            'fingerprint' => $plan->fingerprint,
            'lines' => array_map(self::line(...), $plan->lines),
            'warnings' => array_map(static fn (Warning $warning): array => ['path' => $warning->path, 'message' => $warning->message], $plan->warnings),
            'blockers' => array_map(static fn (Blocker $blocker): array => ['path' => $blocker->path, 'message' => $blocker->message], $plan->blockers),
        ];
    }

    /** @return list<string> a plan as a person reads it */
    public static function planWords(Plan $plan): array
    {
        return [
            ...array_map(static fn (PlanLine $line): string => sprintf('%-8s %s  (%s)', $line->action->value, $line->path, $line->reason->text()), $plan->lines),
            ...array_map(static fn (Warning $warning): string => "warning  {$warning->path}: {$warning->message}", $plan->warnings),
            ...array_map(static fn (Blocker $blocker): string => "stopped  {$blocker->path}: {$blocker->message}", $plan->blockers),
            $plan->isEmpty() ? 'Nothing to save.' : "fingerprint {$plan->fingerprint}",
        ];
    }

    /** @return array{path: string, action: string, before: ?string, after: ?string, reason: string} */
    public static function line(PlanLine $line): array
    {
        return [
            'path' => $line->path,
            'action' => $line->action->value,
            'before' => $line->before,
            'after' => $line->after,
            'reason' => $line->reason->text(),
        ];
    }

    /** @return array{entry: int, kind: string, person: ?string, at: string, note: ?string, state: string, lines: list<array<string, ?string>>} */
    public static function entry(Operation $operation): array
    {
        return [
            'entry' => $operation->number,
            'kind' => $operation->kind,
            'person' => $operation->person?->email,
            'at' => $operation->created_at->toIso8601ZuluString('millisecond'),
            'note' => $operation->note,
            'state' => $operation->state,
            'lines' => array_values($operation->lines->map(static fn (OperationLine $line): array => self::line($line->planLine()))->all()),
        ];
    }

    /** A line for a terminal: what would act unseen in a name, or steer the terminal, stands there by its code. */
    public static function readable(string $line): string
    {
        return (string) preg_replace_callback(
            '~[\x{0}-\x{8}\x{b}-\x{1f}\x{7f}-\x{9f}\x{61c}\x{200b}\x{200e}\x{200f}\x{2028}-\x{202e}\x{2060}-\x{2069}\x{feff}]~u',
            static fn (array $found): string => sprintf('⟨U+%04X⟩', mb_ord($found[0])),
            $line,
        );
    }
}
