<?php

declare(strict_types=1);

namespace App\Console\Sessions;

use App\Sessions\SessionList;
use App\Sessions\StageReader;
use Hafenbuch\Core\Session\Difference;

final class CompareSessions extends SessionCommand
{
    protected $signature = 'session:compare {a} {b} {--stage= : Of the first} {--other-stage= : Of the second}';

    protected $description = 'Say in what two sessions, or two stages of one, differ';

    public function handle(SessionList $sessions, StageReader $reader): int
    {
        $person = $this->whose();
        $a = $this->stage($sessions, $person, 'a');
        $b = $this->stage($sessions, $person, 'b', 'other-stage');
        $differences = Difference::between($reader->kept($reader->items($a, $person)), $reader->kept($reader->items($b, $person)), $a->has_everything && $b->has_everything);
        $rows = array_map(static fn (Difference $one): array => ['path' => $one->path, 'differs' => $one->differs], $differences);

        return $this->answer($rows, $rows === [] ? ['They hold the same.'] : array_map(static fn (array $row): string => "{$row['path']}: {$row['differs']}", $rows));
    }
}
