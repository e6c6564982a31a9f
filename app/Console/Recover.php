<?php

declare(strict_types=1);

namespace App\Console;

use App\Models\Operation;
use App\Saving\Execution;
use Hafenbuch\Core\Write\Outcome;

final class Recover extends HafenbuchCommand
{
    protected $signature = 'recover {name}';

    protected $description = 'Finish or roll back what a crash has left';

    public function handle(Execution $execution): int
    {
        $outcomes = $execution->recoverNow($this->workspace());
        $numbers = Operation::query()->whereIn('id', array_keys($outcomes))->pluck('number', 'id');
        $entries = [];
        foreach ($outcomes as $id => $outcome) {
            $entries[] = ['entry' => $numbers[$id], 'outcome' => $outcome->value];
        }

        return $this->answer(['entries' => $entries], $entries === [] ? ['There was nothing to recover.'] : array_map(
            static fn (array $entry): string => "Entry {$entry['entry']}: {$entry['outcome']}".($entry['outcome'] === Outcome::NeedsPerson->value ? '; a file holds a content that nobody expected, look at the entry.' : '.'),
            $entries,
        ));
    }
}
