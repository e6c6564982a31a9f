<?php

declare(strict_types=1);

namespace App\Finding;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\Quay;
use App\Support\ManyValues;
use App\Workspace\Catalogue\Catalogue;
use App\Workspace\Graph\WorkspaceGraphs;
use App\Workspace\Index\Strays;
use App\Workspace\StandingLocks;
use Hafenbuch\Core\Find\Filter;
use Hafenbuch\Core\Find\FilterKind;
use Hafenbuch\Core\Find\Fold;
use Hafenbuch\Core\Find\Query;
use Hafenbuch\Core\Find\State;
use Hafenbuch\Core\Find\Words;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Reference\FieldSite;
use Hafenbuch\Core\Reference\TargetKind;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** What the filters of a query leave: named documents where they are few, else conditions on their rows. */
final class Narrowing
{
    /** Of more, a condition is quicker than their names. */
    public const FEW = 5000;

    /** Those that can be meant by the value of a field. */
    private const MANY = 20_000;

    /** @var ?array<string, true> by id; null: all */
    private ?array $ids = null;

    /** @var list<\Closure(Builder): mixed> */
    private array $conditions = [];

    private bool $isOfGone = false;

    private function __construct(private readonly Workspace $workspace, private readonly User $person, private readonly Catalogue $catalogue, private readonly WorkspaceGraphs $graphs) {}

    public static function by(Query $query, Workspace $workspace, User $person, Catalogue $catalogue, WorkspaceGraphs $graphs): self
    {
        $narrowing = new self($workspace, $person, $catalogue, $graphs);
        $narrowing->byKinds($query->values(FilterKind::Kind));
        $narrowing->byFolders($query->values(FilterKind::Folder));
        $narrowing->byStates($query->values(FilterKind::State));
        if ($query->values(FilterKind::Person) !== []) {
            $narrowing->conditions[] = static fn (Builder $rows) => $rows->whereIn('s.changed_by', $query->values(FilterKind::Person));
        }
        foreach ($query->filters as $filter) {
            match ($filter->kind) {
                FilterKind::Since => $narrowing->conditions[] = static fn (Builder $rows) => $rows->where('s.changed_at', '>=', self::time($filter)),
                FilterKind::Before => $narrowing->conditions[] = static fn (Builder $rows) => $rows->where('s.changed_at', '<', self::time($filter)),
                FilterKind::RefersTo => $narrowing->keep(Strays::working($workspace)->where('r.target_key', Document::key($filter->value))->distinct()->pluck('r.document_id')->all()),
                FilterKind::ReferredToBy => $narrowing->keep($narrowing->referredToBy($filter->value)),
                FilterKind::Field => $narrowing->byField((string) $filter->field, $filter->value),
                default => null,
            };
        }

        return $narrowing;
    }

    /** @param list<string> $ids */
    public function only(array $ids): self
    {
        $this->keep($ids);

        return $this;
    }

    /** @return ?list<string> ids, where they are few */
    public function few(): ?array
    {
        return $this->ids === null || count($this->ids) > self::FEW ? null : array_map(strval(...), array_keys($this->ids));
    }

    /** @return ?list<string> some of the ids, where they are many */
    public function some(): ?array
    {
        return $this->isOfMany() ? array_map(strval(...), array_keys(array_slice($this->ids ?? [], 0, self::FEW, true))) : null;
    }

    public function isOfMany(): bool
    {
        return $this->ids !== null && count($this->ids) > self::FEW;
    }

    public function has(string $id): bool
    {
        return $this->ids === null || isset($this->ids[$id]);
    }

    /** Only what the conditions leave, of `documents as d` and `search_texts as s`. */
    public function on(Builder $rows): Builder
    {
        $rows->where('s.workspace_id', $this->workspace->id)->whereNull('d.dropped_at')->where('d.is_gone', $this->isOfGone);
        foreach ($this->conditions as $condition) {
            $condition($rows);
        }

        return $rows;
    }

    /** @param list<string> $kinds */
    private function byKinds(array $kinds): void
    {
        if ($kinds === []) {
            return;
        }
        $formats = array_map(static fn ($format): string => $format->name(), FormatRegistry::standard()->formats);
        [$names, $endings] = [array_values(array_intersect($kinds, $formats)), array_values(array_diff($kinds, $formats))];
        $condition = static function (Builder $rows) use ($names, $endings): void {
            $rows->where(static function (Builder $either) use ($names, $endings): void {
                $either->whereIn('d.format', $names);
                foreach ($endings as $ending) {
                    $either->orWhereRaw('lower(d.path) like ?', ['%.'.addcslashes($ending, '%_\\')]);
                }
            });
        };
        $ids = $names === [] ? [] : $this->first(static fn (Builder $rows) => $rows->whereIn('d.format', $names));
        foreach ($endings as $ending) {
            // A name ends where the line does.
            $ids = $ids === null ? null : [...$ids, ...$this->catalogue->find([Fold::text(".{$ending}")."\n"], self::FEW + 1)];
        }
        $this->keepOr($ids === null || count($ids) > self::FEW ? null : $ids, $condition);
    }

    /** @param list<string> $folders */
    private function byFolders(array $folders): void
    {
        if ($folders === []) {
            return;
        }
        $ids = [];
        foreach ($folders as $folder) {
            $below = $this->catalogue->below($folder, self::FEW);
            $ids = $ids === null || $below === null ? null : [...$ids, ...$below];
        }
        $this->keepOr($ids, static fn (Builder $rows) => $rows->where(static function (Builder $either) use ($folders): void {
            foreach ($folders as $folder) {
                $either->orWhere('d.path', 'like', addcslashes($folder, '%_\\').'/%');
            }
        }));
    }

    /** @param list<string> $states of one axis, one must hold */
    private function byStates(array $states): void
    {
        $axes = ['content' => [], 'below' => [], 'access' => [], 'quay' => [], 'release' => []];
        foreach ($states as $value) {
            $state = State::tryFrom($value);
            $axes[match ($state) {
                State::New, State::Modified, State::Unsaved, State::AsSaved => 'content',
                State::Unsettled, State::Stray => 'below',
                State::ReadOnly, State::Locked => 'access',
                State::Open, State::InTheHold => 'quay',
                State::Gone => 'gone',
                null => 'release',
            }][] = $value;
        }
        $this->isOfGone = isset($axes['gone']);
        if ($axes['content'] !== []) {
            in_array(State::AsSaved->value, $axes['content'], true) ? $this->conditions[] = $this->contentIs($axes['content']) : $this->keep($this->unsaved($axes['content']));
        }
        if ($axes['below'] !== []) {
            $graph = $this->graphs->latest($this->workspace);
            $this->keep([
                ...in_array(State::Stray->value, $axes['below'], true) ? $graph->withStrays() : [],
                ...in_array(State::Unsettled->value, $axes['below'], true) ? array_map(strval(...), array_keys($graph->graph->nearness()->below(Document::unsavedIds($this->workspace)))) : [],
            ]);
        }
        $access = $axes['access'];
        $access === [] || $this->conditions[] = static fn (Builder $rows) => $rows->where(static function (Builder $either) use ($access): void {
            in_array(State::ReadOnly->value, $access, true) && $either->orWhere('d.is_writable', false);
            in_array(State::Locked->value, $access, true) && $either->orWhereIn('d.id', StandingLocks::query()->pluck('document_id')->all());
        });
        if ($axes['quay'] !== []) {
            $quay = new Quay($this->workspace, $this->person);
            $this->keep([...in_array(State::Open->value, $axes['quay'], true) ? $quay->shown() : [], ...in_array(State::InTheHold->value, $axes['quay'], true) ? $quay->inHold() : []]);
        }
        $release = $axes['release'];
        $release === [] || $this->conditions[] = static fn (Builder $rows) => $rows->whereIn('d.release_state', $release);
    }

    /**
     * @param  list<string>  $states
     * @return list<string>
     */
    private function unsaved(array $states): array
    {
        $ids = Document::unsavedIds($this->workspace);
        if (in_array(State::Unsaved->value, $states, true) || count(array_unique($states)) > 1) {
            return $ids;
        }

        return ManyValues::among(DB::table('documents'), 'id', $ids)->whereNull('saved_hash', not: $states[0] === State::Modified->value)->pluck('id')->all();
    }

    /**
     * @param  list<string>  $states  as saved among them
     * @return \Closure(Builder): mixed
     */
    private function contentIs(array $states): \Closure
    {
        $others = array_values(array_diff($states, [State::AsSaved->value]));
        $ids = $others === [] ? [] : $this->unsaved($others);

        return static fn (Builder $rows) => $rows->where(static fn (Builder $either) => $either->whereIn('d.id', $ids)->orWhere(
            static fn (Builder $saved) => $saved->whereNotNull('d.saved_hash')->whereNotExists(static fn (Builder $draft) => $draft->from('drafts')->whereColumn('drafts.document_id', 'd.id')),
        ));
    }

    private function byField(string $field, string $value): void
    {
        // With `*` anything may stand there; without, it stands somewhere in it.
        $like = str_contains($value, '*') ? str_replace('*', '%', addcslashes($value, '%_\\')) : '%'.addcslashes($value, '%_\\').'%';
        $this->keep($field === FieldSite::TITLE
            ? ManyValues::among(DB::table('documents'), 'id', $this->catalogue->find(Words::typed($value), self::MANY))->whereRaw('title collate utf8mb4_uca1400_ai_ci like ?', [$like])->pluck('id')->all()
            : DB::table('search_fields')->where('workspace_id', $this->workspace->id)->where('name', $field)->where('value', 'like', $like)->limit(self::MANY)->pluck('document_id')->all());
    }

    /** @return list<string> */
    private function referredToBy(string $path): array
    {
        $document = Document::at($this->workspace, $path);
        $keys = $document === null ? [] : Strays::working($this->workspace)->where('r.document_id', $document->id)->whereIn('r.target_kind', [TargetKind::File->value])->distinct()->pluck('r.target_key')->all();

        return array_merge(...array_map(
            fn (array $some): array => ManyValues::among(DB::table('documents'), 'path_key', $some)->where('workspace_id', $this->workspace->id)->whereNull('dropped_at')->pluck('id')->all(),
            ManyValues::portions($keys),
        ));
    }

    /**
     * @param  \Closure(Builder): mixed  $condition
     * @return ?list<string> null: more than few
     */
    private function first(\Closure $condition): ?array
    {
        $rows = DB::table('documents as d')->where('d.workspace_id', $this->workspace->id)->limit(self::FEW + 1);
        $condition($rows);
        $ids = $rows->pluck('d.id')->all();

        return count($ids) > self::FEW ? null : $ids;
    }

    /**
     * @param  ?list<string>  $ids
     * @param  \Closure(Builder): mixed  $condition
     */
    private function keepOr(?array $ids, \Closure $condition): void
    {
        $ids === null ? $this->conditions[] = $condition : $this->keep($ids);
    }

    /** @param list<string> $ids */
    private function keep(array $ids): void
    {
        $these = array_fill_keys($ids, true);
        $this->ids = $this->ids === null ? $these : array_intersect_key($this->ids, $these);
    }

    private static function time(Filter $filter): string
    {
        return strtr(rtrim($filter->value, 'Z'), 'T', ' ');
    }
}
