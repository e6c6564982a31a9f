<?php

declare(strict_types=1);

namespace App\Serving\Health;

use App\Backup\RestoreBackup;
use App\Workspace\Files\DiskContentStore;
use Illuminate\Support\Facades\DB;

/** Whether this installation can do what people ask of it. */
final readonly class Readiness
{
    public const WELL = 'well';

    public function __construct(private DiskContentStore $contents) {}

    /** @return array<string, string> of each part: that it is well, or what is wrong with it */
    public function parts(): array
    {
        return [
            'database' => $this->tried(static fn () => DB::select('select 1'), 'does not answer'),
            'restored' => RestoreBackup::isCutShort() ? 'A backup was being restored and was cut short; restore it again' : self::WELL,
            'store' => $this->tried($this->contents->probe(...), 'cannot be written'),
            'room' => $this->contents->room() >= (int) config('limits.room') ? self::WELL : 'The disk of the content store is nearly full',
            ...array_map($this->alive(...), array_combine(array_keys(Heartbeat::SILENCE), array_keys(Heartbeat::SILENCE))),
        ];
    }

    private function tried(callable $try, string $else): string
    {
        try {
            $try();

            return self::WELL;
        } catch (\Throwable $failure) {
            report($failure);

            return $else;
        }
    }

    private function alive(string $name): string
    {
        $silence = Heartbeat::silence($name);

        return match (true) {
            $silence === null => 'was never heard of',
            $silence > Heartbeat::SILENCE[$name] => "has been silent for {$silence} s",
            default => self::WELL,
        };
    }
}
