<?php

declare(strict_types=1);

namespace Tests\Support\Drill;

/** What the workers of a drill have done and been told, a line each; a process that is killed loses no line that it has written. */
final class DrillLog
{
    public function __construct(private readonly string $file) {}

    /** @param array<string, mixed> $more */
    public function add(string $what, array $more = []): void
    {
        file_put_contents($this->file, json_encode(['what' => $what, 'at' => microtime(true), ...$more], JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE)."\n", FILE_APPEND | LOCK_EX);
    }

    /** @return \Generator<array<string, mixed>> */
    public function lines(): \Generator
    {
        $file = @fopen($this->file, 'rb');
        while ($file !== false && ($line = fgets($file)) !== false) {
            $read = json_decode($line, true);
            if (is_array($read)) {
                yield $read;
            }
        }
    }
}
