<?php

declare(strict_types=1);

namespace App\Devices;

use App\Models\Operation;
use App\Models\User;
use App\Models\Workspace;
use App\Relink\EndReader;
use App\Saving\Execution;
use App\Saving\Planning;
use App\Saving\PreparedPlan;
use App\Support\Refused;
use Hafenbuch\Core\Plan\Act;
use Hafenbuch\Core\Plan\Relinking;
use Hafenbuch\Core\Reference\Address;
use Illuminate\Support\Facades\DB;

/** Puts another device in the place of one in all references to it. Their settings stay, and one entry takes it back. */
final readonly class Replacing
{
    /** What the logbook calls it. */
    public const KIND = Act::ReplaceDevice->value;

    public function __construct(private Planning $planning, private Execution $execution) {}

    /** @throws Refused */
    public function plan(Workspace $workspace, User $person, string $old, string $new): PreparedPlan
    {
        return $this->planning->prepare($workspace, $person, [], self::relinking($workspace, $old, $new));
    }

    /** @throws Refused|\App\Saving\PlanChanged|\App\Saving\PlanBlocked */
    public function carryOut(Workspace $workspace, User $person, string $old, string $new, ?string $fingerprint, ?string $note = null): ?Operation
    {
        return $this->execution->save($workspace, $person, [], $fingerprint, $note, self::KIND, self::relinking($workspace, $old, $new));
    }

    /**
     * The replacements that still hold, the newest first.
     *
     * @return list<array{entry: Operation, old: string, new: string, references: int}>
     */
    public static function holding(Workspace $workspace): array
    {
        $entries = Operation::query()->with('lines')->where('workspace_id', $workspace->id)->where('kind', self::KIND)->where('state', Operation::DONE)
            ->whereNotIn('id', DB::table('operations')->where('workspace_id', $workspace->id)->whereNotNull('undoes_id')->select('undoes_id'))->orderByDesc('number')->limit(100)->get();
        $holding = [];
        foreach ($entries as $entry) {
            $parts = explode(' → ', (string) $entry->lines->first()?->reason_of, 2);
            if (count($parts) === 2) {
                $holding[] = ['entry' => $entry, 'old' => $parts[0], 'new' => $parts[1], 'references' => $entry->lines->count()];
            }
        }

        return $holding;
    }

    /** @throws Refused */
    private static function relinking(Workspace $workspace, string $old, string $new): Relinking
    {
        foreach ([$old, $new] as $device) {
            if (preg_match('~^device:[^/?#\s]+/[^?#\s]+$~D', $device) !== 1) {
                throw Refused::because("“{$device}” is no device. One is called device:KIND/NAME.");
            }
        }
        if (explode('/', $old)[0] !== explode('/', $new)[0]) {
            throw Refused::because('A device can only be replaced by one of the same kind; what is set for it would mean nothing to another.');
        }

        return new Relinking([EndReader::read($old) => Address::end($new)]);
    }
}
