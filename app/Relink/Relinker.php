<?php

declare(strict_types=1);

namespace App\Relink;

use App\Models\Document;
use App\Models\Operation;
use App\Models\User;
use App\Models\Workspace;
use App\Saving\Execution;
use App\Saving\Planning;
use App\Saving\PreparedPlan;
use App\Support\ManyValues;
use App\Support\Refused;
use App\Workspace\Sources;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Plan\Relinking;
use Hafenbuch\Core\Reference\Address;
use Hafenbuch\Core\Reference\TargetKind;

/** Makes one answer of many: all references that miss the same file, or one of the same folder, are led elsewhere by one plan. */
final readonly class Relinker
{
    public function __construct(private Planning $planning, private Execution $execution) {}

    /** @throws Refused */
    public function plan(Workspace $workspace, User $person, RelinkWish $wish): PreparedPlan
    {
        return $this->planning->prepare($workspace, $person, [], $this->relinking($workspace, $person, $wish));
    }

    /**
     * @param  ?string  $fingerprint  of the plan that the person has read; null: whatever it is now
     *
     * @throws Refused|\App\Saving\PlanChanged|\App\Saving\PlanBlocked
     */
    public function carryOut(Workspace $workspace, User $person, RelinkWish $wish, ?string $fingerprint, ?string $note = null): ?Operation
    {
        return $this->execution->save($workspace, $person, [], $fingerprint, $note, null, $this->relinking($workspace, $person, $wish));
    }

    /** @throws Refused */
    private function relinking(Workspace $workspace, User $person, RelinkWish $wish): Relinking
    {
        $list = StrayList::of($workspace, $person);
        $strays = $list->ends();
        $leads = [];
        foreach ($wish->isSure ? StrayKnowledge::of($workspace, $list->all()) : [] as $end => $known) {
            $sure = $known->sure();
            if ($sure !== null) {
                $leads[$end] = $sure->path;
            }
        }
        foreach ($wish->folders as $from => $to) {
            $leads = $this->inFolder($workspace, $person, $strays, (string) $from, $to) + $leads;
        }
        foreach ($wish->answers as $end => $to) {
            if (! isset($strays[$end])) {
                throw Refused::because('No reference in what is on the screen is missing “'.EndReader::write((string) $end).'”. Look at the strays as they are now.');
            }
            $leads[$end] = $to;
        }

        return new Relinking($leads);
    }

    /**
     * What lay in one folder, or below it, is looked for in another: at the same place there, else under the same name anywhere below.
     * What is not there stays missed.
     *
     * @param  array<string, TargetKind>  $strays  by end
     * @return array<string, string>
     *
     * @throws Refused where nothing is found
     */
    private function inFolder(Workspace $workspace, User $person, array $strays, string $from, string $to): array
    {
        [$folder, $there] = [rtrim($from, '/').'/', $to === '' ? '' : rtrim($to, '/').'/'];
        $leads = [];
        foreach ($strays as $end => $kind) {
            $name = Address::of((string) $end) ?? (string) $end;
            if (($from === '' || str_starts_with($name, $folder)) && $kind !== TargetKind::Web && $kind !== TargetKind::Device) {
                $new = $there.($from === '' ? $name : substr($name, strlen($folder)));
                $leads[$end] = str_starts_with($new, '/') ? Address::end($new) : $new;
            }
        }

        if ($leads === []) {
            throw Refused::because("No reference misses anything of the folder “{$from}”.");
        }
        $found = $this->present($workspace, $person, $leads);
        $found += $this->below($workspace, $person, array_diff_key($leads, $found), $to);

        return $found === [] ? throw Refused::because("Nothing that is missed from “{$from}” is in “{$to}”. Choose another folder.") : $found;
    }

    /**
     * @param  array<string, string>  $missed  from an end to where it is not
     * @return array<string, string> from an end to where a file of its name is
     */
    private function below(Workspace $workspace, User $person, array $missed, string $folder): array
    {
        $names = array_map(static fn (string $end): string => Path::nameOf($end), $missed);
        $found = $missed === [] ? [] : (new FolderSearch($workspace, Sources::of($workspace, $person)))->find($folder, array_values(array_unique($names)));

        return array_filter(array_map(static fn (string $name): ?string => $found[$name] ?? null, $names));
    }

    /**
     * @param  array<string, string>  $leads
     * @return array<string, string> those that lead to what is there
     */
    private function present(Workspace $workspace, User $person, array $leads): array
    {
        $there = [];
        $inside = array_values(array_filter($leads, static fn (string $end): bool => Address::of($end) === null));
        foreach (ManyValues::portions(array_map(Document::key(...), $inside)) as $keys) {
            $there += array_fill_keys(ManyValues::among(Document::query(), 'path_key', $keys)->kept()->where('workspace_id', $workspace->id)->where('is_gone', false)->pluck('path')->all(), true);
        }
        $sources = Sources::of($workspace, $person);

        return array_filter($leads, static function (string $end) use ($there, $sources): bool {
            $address = Address::of($end);
            $found = $address === null ? null : $sources->find($address);

            return $address === null ? isset($there[$end]) : $found !== null && $found[0]->has($found[1]);
        });
    }
}
