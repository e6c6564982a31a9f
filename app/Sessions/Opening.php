<?php

declare(strict_types=1);

namespace App\Sessions;

use App\Models\SessionItem;
use App\Models\SessionStage;
use App\Models\User;
use App\Models\Workspace;
use App\Past\Recovery\WatchSettings;
use App\Quay\DocumentViews;
use App\Quay\KeptDecisions;
use App\Quay\Preferences;
use App\Quay\Quay;
use App\Support\Refused;
use App\Support\SharedProgress;
use Hafenbuch\Core\Session\Does;
use Hafenbuch\Core\Session\OpeningLine;
use Hafenbuch\Core\Session\OpeningPlan;
use Hafenbuch\Core\Session\OpeningPlanner;
use Hafenbuch\Core\Session\Way;
use Hafenbuch\Core\Session\Wish;
use Hafenbuch\Core\Write\Stopped;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Opens sessions: what is planned happens as a whole or not at all. */
final readonly class Opening
{
    private const TRIES = 5;

    public function __construct(private StageReader $reader, private Keeping $keeping, private SessionCopy $copies, private DraftsOfSession $drafts) {}

    public function plan(User $person, SessionStage $stage, Wish $wish): OpeningPlan
    {
        $items = $this->reader->items($stage, $person);

        return OpeningPlanner::plan($this->reader->kept($items), $this->reader->workspaces($items, $person), $wish);
    }

    /**
     * @param  ?string  $fingerprint  of the plan that the person has read; null: whatever it is
     * @param  bool  $withSettings  whether the quay’s order and filter, the watch and the views become those of the session
     * @return array{keptAs: ?string, plan: OpeningPlan} keptAs: the session that holds what was open before; null: nothing was
     *
     * @throws OpeningChanged|Refused
     */
    public function open(User $person, SessionStage $stage, Wish $wish, bool $withSettings, ?string $fingerprint = null): array
    {
        $progress = new SharedProgress(SharedProgress::ofPerson($person->id), strtolower((string) Str::ulid()), 'beside');
        try {
            return DB::transaction(fn (): array => $this->openNow($person, $stage, $wish, $withSettings, $fingerprint, $progress), self::TRIES);
        } catch (Stopped) {
            throw Refused::because('Stopped. Nothing was opened, and what is open stays.');
        } finally {
            $progress->end();
        }
    }

    /** @return array{keptAs: ?string, plan: OpeningPlan} */
    private function openNow(User $person, SessionStage $stage, Wish $wish, bool $withSettings, ?string $fingerprint, SharedProgress $progress): array
    {
        Keeping::oneAtATime($person);
        if (DB::table('session_stages')->where('id', $stage->id)->sharedLock()->first() === null) {
            throw Refused::because("The session “{$stage->session->name}” was deleted meanwhile. Nothing was opened, and what is open stays.");
        }
        $items = [];
        foreach ($this->reader->items($stage, $person) as $item) {
            $items[$item->id] = $item;
        }
        $plan = $this->plan($person, $stage, $wish);
        if ($fingerprint !== null && $fingerprint !== $plan->fingerprint) {
            throw new OpeningChanged($plan);
        }
        $workspaces = $this->workspaces($plan, $items);
        $keptAs = $this->changesNothing($plan, $workspaces, $person) ? null : $this->keeping->before($person, $stage->session, array_values($workspaces));
        $opened = $stage->session->isOf($person) || $wish->way === Way::Add ? $stage : $this->copies->of($stage, $person);
        foreach ($workspaces as $name => $workspace) {
            $lines = $plan->of((string) $name);
            $ids = $this->drafts->restore($workspace, $person, $stage, $lines, $items, $progress);
            $this->arrange($workspace, $person, $wish, $lines, $items, $ids);
            if ($withSettings) {
                DocumentViews::restore($person, self::views($lines, $items, $ids));
            }
            if ($wish->way === Way::Instead) {
                $this->isOpen($person, $workspace, $opened);
            }
        }
        if ($withSettings) {
            $this->settings($person, $stage);
        }

        return ['keptAs' => $keptAs, 'plan' => $plan];
    }

    /**
     * @param  array<int, SessionItem>  $items
     * @return array<string, Workspace> those that the plan does something in, by name
     */
    private function workspaces(OpeningPlan $plan, array $items): array
    {
        $ids = $does = [];
        foreach ($plan->lines as $line) {
            if ($line->key !== null) {
                $ids[$line->workspace] = $items[$line->key]->workspace_id;
            }
            // Also where all that is done is to close what was open.
            $does[$line->workspace] = ($does[$line->workspace] ?? false) || $line->does !== Does::Leaves;
        }
        $ids = array_filter(array_intersect_key($ids, array_filter($does)));
        $found = Workspace::query()->whereIn('id', $ids)->get()->keyBy('id');

        return array_map(static fn (int $id): Workspace => $found[$id], $ids);
    }

    /** @param array<string, Workspace> $workspaces */
    private function changesNothing(OpeningPlan $plan, array $workspaces, User $person): bool
    {
        if ($plan->count(static fn (Does $does): bool => $does !== Does::Stays && $does !== Does::Leaves) > 0) {
            return false;
        }
        if ($plan->wish->way === Way::Add) {
            return true;
        }
        foreach ($workspaces as $name => $workspace) {
            $order = array_values(array_filter(array_map(static fn (OpeningLine $line): ?string => $line->does === Does::Stays ? $line->id : null, $plan->of((string) $name))));
            if (array_map(strval(...), array_keys((new Quay($workspace, $person))->arrangement())) !== $order) {
                return false;
            }
        }

        return true;
    }

    /**
     * @param  list<OpeningLine>  $lines
     * @param  array<int, SessionItem>  $items
     * @param  array<int, string>  $ids  of the documents, by key
     */
    private function arrange(Workspace $workspace, User $person, Wish $wish, array $lines, array $items, array $ids): void
    {
        $arranged = $choices = [];
        foreach ($lines as $line) {
            if ($line->key !== null && isset($ids[$line->key])) {
                $item = $items[$line->key];
                $arranged[$ids[$line->key]] = $line->isHeld;
                if ($item->choice !== null && $line->id !== null) {
                    $choices[$ids[$line->key]] = json_decode($item->choice, true, 8, JSON_THROW_ON_ERROR);
                }
            }
        }
        (new Quay($workspace, $person))->arrange($arranged, $wish->way === Way::Instead);
        if (! $wish->withDecisions) {
            return;
        }
        $decisions = new KeptDecisions($workspace, $person);
        if ($wish->way === Way::Instead) {
            $decisions->clear();
        }
        // What was decided since is what counts.
        $decisions->change(array_diff_key($choices, $wish->way === Way::Add ? $decisions->all() : []));
    }

    /**
     * @param  list<OpeningLine>  $lines
     * @param  array<int, SessionItem>  $items
     * @param  array<int, string>  $ids
     * @return array<string, array<string, mixed>> by document
     */
    private static function views(array $lines, array $items, array $ids): array
    {
        $views = [];
        foreach ($lines as $line) {
            $view = $line->key !== null ? $items[$line->key]->view : null;
            if ($view !== null && isset($ids[$line->key])) {
                $views[$ids[$line->key]] = $view;
            }
        }

        return $views;
    }

    private function settings(User $person, SessionStage $stage): void
    {
        Preferences::change($person, $stage->settings['quay'] ?? []);
        if ($stage->session->isOf($person) && isset($stage->settings['watch'])) {
            WatchSettings::change($person, $stage->settings['watch']);
        }
    }

    /** Going back to what was open before is being in the session that was open then. */
    private function isOpen(User $person, Workspace $workspace, SessionStage $stage): void
    {
        if (! $stage->session->is_before) {
            Keeping::isOpen($person, $workspace, $stage);

            return;
        }
        $was = SessionStage::query()->whereHas('session', static fn ($session) => $session->where('user_id', $person->id))->find($stage->settings['open'][$workspace->id] ?? null);
        $was === null ? DB::table('open_sessions')->where('user_id', $person->id)->where('workspace_id', $workspace->id)->delete() : Keeping::isOpen($person, $workspace, $was);
    }
}
