<?php

declare(strict_types=1);

namespace App\Console;

use App\Models\Operation;
use App\Rights\Right;
use App\Saving\Undoing;
use App\Support\Refused;

final class Undo extends HafenbuchCommand
{
    public const RIGHT = Right::Save;

    protected $signature = 'undo {name} {entry}';

    protected $description = 'Take a logbook entry back';

    public function handle(Undoing $undoing): int
    {
        $workspace = $this->workspace();
        $number = (string) $this->argument('entry');
        $entry = ctype_digit($number)
            ? Operation::query()->with('lines')->where('workspace_id', $workspace->id)->where('number', (int) $number)->first()
            : null;
        if ($entry === null) {
            throw Refused::because("There is no entry {$number} in the logbook of “{$workspace->name}”.");
        }
        $undo = $undoing->undo($workspace, $this->person($workspace), $entry, null);

        return $this->answer([Shapes::entry($undo)], ["Entry {$number} is taken back, by entry {$undo->number}."]);
    }
}
