<?php

declare(strict_types=1);

namespace App\Console\Devices;

use App\Console\HafenbuchCommand;
use App\Console\Shapes;
use App\Devices\Replacing;
use App\Models\OperationLine;
use App\Rights\Right;
use Symfony\Component\Console\Exception\InvalidArgumentException;

final class ReplaceDevice extends HafenbuchCommand
{
    public const RIGHT = Right::Save;

    protected $signature = 'device:replace {name} {devices : OLD=NEW} {--note= : What this is, for the logbook} {--plan : Show what it would do, and do nothing}';

    protected $description = 'Put another device in the place of one in all references to it';

    public function handle(Replacing $replacing): int
    {
        $workspace = $this->workspace();
        $person = $this->person($workspace);
        $parts = explode('=', (string) $this->argument('devices'), 2);
        if (count($parts) !== 2) {
            throw new InvalidArgumentException('device:replace takes OLD=NEW, each as device:KIND/NAME.');
        }
        if ($this->option('plan')) {
            $plan = $replacing->plan($workspace, $person, $parts[0], $parts[1])->plan;

            return $this->answer(['entry' => null, 'lines' => Shapes::plan($plan)['lines']], Shapes::planWords($plan));
        }
        $entry = $replacing->carryOut($workspace, $person, $parts[0], $parts[1], null, $this->option('note'));

        return $this->answer(['entry' => $entry?->number, 'lines' => $entry === null ? [] : Shapes::entry($entry)['lines']], $entry === null ? ["Nothing refers to {$parts[0]}."] : [
            ...$entry->lines->map(static fn (OperationLine $line): string => sprintf('%-8s %s', $line->action, $line->path))->all(),
            "Entry {$entry->number} in the logbook.",
        ]);
    }
}
