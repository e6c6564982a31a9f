<?php

declare(strict_types=1);

namespace App\Console\Relink;

use App\Console\HafenbuchCommand;
use App\Console\Shapes;
use App\Models\OperationLine;
use App\Relink\AcceptedStrays;
use App\Relink\EndReader;
use App\Relink\Relinker;
use App\Relink\RelinkWish;
use App\Rights\Right;
use Symfony\Component\Console\Exception\InvalidOptionException;

final class Relink extends HafenbuchCommand
{
    public const RIGHT = Right::Save;

    protected $signature = 'relink {name} {--missing=* : Lead all references to OLD to NEW: OLD=NEW} {--folder=* : Find what lay in OLD, under the same names, in NEW: OLD=NEW}
        {--sure : Take every candidate that the content vouches for} {--remove=* : Take out all references to OLD} {--accept=* : Let references to OLD be strays} {--reason= : Why they may be}
        {--note= : What this is, for the logbook} {--fingerprint= : Refuse if the plan is no longer this one} {--plan : Show what it would do, and do nothing}';

    protected $description = 'Lead references that miss their files elsewhere';

    public function handle(Relinker $relinker): int
    {
        $workspace = $this->workspace();
        $person = $this->person($workspace);
        $accepted = array_values(array_map(EndReader::read(...), (array) $this->option('accept')));
        $wish = new RelinkWish($this->answers(), $this->folders(), (bool) $this->option('sure'));
        if ($this->option('plan')) {
            $plan = $relinker->plan($workspace, $person, $wish)->plan;

            return $this->answer(['entry' => null, 'lines' => Shapes::plan($plan)['lines'], 'fingerprint' => $plan->fingerprint, 'warnings' => Shapes::plan($plan)['warnings'], 'blockers' => Shapes::plan($plan)['blockers']], Shapes::planWords($plan));
        }
        if ($accepted !== []) {
            (new AcceptedStrays($workspace))->accept($person, $accepted, (string) $this->option('reason'));
        }
        $isAsked = $wish->answers !== [] || $wish->folders !== [] || $wish->isSure;
        $entry = $isAsked ? $relinker->carryOut($workspace, $person, $wish, $this->option('fingerprint'), $this->option('note')) : null;

        return $this->answer(['entry' => $entry?->number, 'lines' => $entry === null ? [] : Shapes::entry($entry)['lines']], $entry === null ? [$accepted === [] ? 'There is nothing to lead elsewhere.' : 'They may stay as they are.'] : [
            ...$entry->lines->map(static fn (OperationLine $line): string => sprintf('%-8s %s', $line->action, $line->path))->all(),
            "Entry {$entry->number} in the logbook.",
        ]);
    }

    /** @return array<string, string> from one end to another */
    private function answers(): array
    {
        $answers = [];
        foreach ((array) $this->option('missing') as $pair) {
            [$old, $new] = self::pair('missing', (string) $pair);
            $answers[EndReader::read($old)] = EndReader::read($new);
        }
        foreach ((array) $this->option('remove') as $old) {
            $answers[EndReader::read((string) $old)] = \Hafenbuch\Core\Reference\Address::NOWHERE;
        }

        return $answers;
    }

    /** @return array<string, string> */
    private function folders(): array
    {
        $folders = [];
        foreach ((array) $this->option('folder') as $pair) {
            [$old, $new] = self::pair('folder', (string) $pair);
            $folders[rtrim($old, '/')] = $new === '/' ? $new : rtrim($new, '/');
        }

        return $folders;
    }

    /** @return array{string, string} */
    private static function pair(string $option, string $value): array
    {
        $parts = explode('=', $value, 2);

        return count($parts) === 2 && $parts[0] !== '' && $parts[1] !== '' ? [$parts[0], $parts[1]] : throw new InvalidOptionException("--{$option} takes OLD=NEW; “{$value}” is not of that form.");
    }
}
