<?php

declare(strict_types=1);

namespace App\Finding;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Support\ManyValues;
use App\Workspace\Catalogue\Catalogue;
use App\Workspace\Catalogue\Catalogues;
use App\Workspace\Graph\WorkspaceGraphs;
use Hafenbuch\Core\Find\Fold;
use Hafenbuch\Core\Find\Query;
use Hafenbuch\Core\Find\QueryReader;
use Hafenbuch\Core\Find\Rank;
use Hafenbuch\Core\Find\Term;
use Hafenbuch\Core\Text\Pattern;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Finds documents of a workspace by whatever one remembers of them. */
final readonly class Finder
{
    /** So many are looked at to put the best of them first. */
    private const LOOKED_AT = 200;

    /** The same where most of them may not pass. */
    private const SIFTED = 5000;

    /** Texts that are read to see whether words follow one another in them, and how long. */
    private const READ = 100;

    private const READ_SECONDS = 2.0;

    /** Documents whose words a search reads itself, where they are few. */
    private const OWN_PORTION = 16;

    /** For so long after it was touched a document is looked for in its words themselves: MariaDB's index does not see its newest rows while it puts them away. */
    private const FRESH_SECONDS = 30;

    public function __construct(private SearchIndex $index, private Catalogues $catalogues, private WorkspaceGraphs $graphs, private TextReader $texts) {}

    public function query(Workspace $workspace, string $typed, \DateTimeImmutable $now): Query
    {
        return $this->read($workspace, $typed, $now, $this->catalogues->of($workspace));
    }

    public function find(Workspace $workspace, User $person, string $typed, \DateTimeImmutable $now, int $limit): Found
    {
        $behind = $this->index->catchUp($workspace, 0, self::OWN_PORTION, waits: false);
        if ($behind > 0) {
            IndexDocuments::request($workspace);
        }
        $catalogue = $this->catalogues->of($workspace);
        $query = $this->read($workspace, $typed, $now, $catalogue);
        if ($query->isEmpty()) {
            return new Found($query, [], false, [], $behind);
        }
        $narrowing = Narrowing::by($query, $workspace, $person, $catalogue, $this->graphs);
        $wanted = $query->terms === [] ? null : Wanted::by($query, $workspace, Vocabularies::of($workspace));
        [$changed, $isMore] = $wanted === null ? $this->narrowed($narrowing, $limit) : $this->withWords($workspace, $wanted, $narrowing, $catalogue, $query, $limit);
        $hits = $this->ranked($workspace, $query, $changed);

        return new Found($query, array_slice($hits, 0, $limit), $isMore || count($hits) > $limit, $wanted?->corrected() ?? [], $behind);
    }

    /**
     * Those of the documents that a search finds.
     *
     * @param  list<string>  $ids
     * @return list<string>
     */
    public function among(Workspace $workspace, User $person, string $typed, \DateTimeImmutable $now, array $ids): array
    {
        $this->index->catchUp($workspace, 0, self::OWN_PORTION, waits: false);
        $catalogue = $this->catalogues->of($workspace);
        $query = $this->read($workspace, $typed, $now, $catalogue);
        if ($query->isEmpty()) {
            return $ids;
        }
        $narrowing = Narrowing::by($query, $workspace, $person, $catalogue, $this->graphs)->only($ids);
        $wanted = $query->terms === [] ? null : Wanted::by($query, $workspace, Vocabularies::of($workspace));
        $found = [];
        foreach ($wanted?->isNowhere() ? [] : ManyValues::portions($narrowing->few() ?? $narrowing->some() ?? []) as $chunk) {
            $rows = ManyValues::among($this->rows($narrowing), 'd.id', $chunk);
            array_push($found, ...($wanted?->onFew($rows) ?? $rows)->pluck('d.id')->all());
        }

        return $this->followed($query, $found)[0];
    }

    /** @return list<string> what to look for in texts to show the places */
    public function parts(Workspace $workspace, Query $query): array
    {
        return $query->terms === [] ? [] : Wanted::by($query, $workspace, Vocabularies::of($workspace))->parts();
    }

    private function read(Workspace $workspace, string $typed, \DateTimeImmutable $now, Catalogue $catalogue): Query
    {
        return (new QueryReader(new WorkspaceNames($workspace, $catalogue), $now))->read($typed);
    }

    /** @return array{list<string>, bool} ids, and whether there are more */
    private function narrowed(Narrowing $narrowing, int $limit): array
    {
        $few = $narrowing->few() ?? $narrowing->some();
        if ($few === null) {
            $ids = $this->rows($narrowing)->orderByDesc('s.changed_at')->limit($limit + 1)->pluck('d.id')->all();

            return [$ids, count($ids) > $limit];
        }
        $ids = [];
        foreach (ManyValues::portions($few) as $chunk) {
            $ids += ManyValues::among($this->rows($narrowing), 'd.id', $chunk)->pluck('s.changed_at', 'd.id')->all();
        }
        arsort($ids, SORT_STRING);

        return [array_map(strval(...), array_keys(array_slice($ids, 0, $limit + 1, true))), count($ids) > $limit];
    }

    /** @return array{list<string>, bool} ids, and whether there may be more */
    private function withWords(Workspace $workspace, Wanted $wanted, Narrowing $narrowing, Catalogue $catalogue, Query $query, int $limit): array
    {
        $many = max(self::LOOKED_AT, $limit + 1);
        $few = $narrowing->few();
        $ids = [];
        if ($few !== null) {
            foreach ($wanted->isNowhere() ? [] : ManyValues::portions($few) as $chunk) {
                array_push($ids, ...$wanted->onFew(ManyValues::among($this->rows($narrowing), 'd.id', $chunk))->pluck('d.id')->all());
            }

            $named = array_intersect($catalogue->find($query->words(), Narrowing::FEW), $ids);
            $ids = array_values(array_unique([...$named, ...$ids]));
            [$kept, $isWhole] = $this->followed($query, array_slice($ids, 0, $many));

            return [$kept, ! $isWhole || count($ids) > $limit];
        }
        // Those with the words in their names come first, and may be all that is wanted.
        $named = array_filter($catalogue->find($query->words(), $many), $narrowing->has(...));
        $ids = $named === [] ? [] : ManyValues::among($this->rows($narrowing), 'd.id', $named)->pluck('d.id')->all();
        if (count($ids) <= $limit && ! $wanted->isNowhere()) {
            $rows = $wanted->on($this->rows($narrowing))->limit($narrowing->isOfMany() ? self::SIFTED : $many);
            $rows = $wanted->isCommon() ? $rows->orderByDesc('s.changed_at') : $rows;
            $fresh = $wanted->onFew(ManyValues::among($this->rows($narrowing), 'd.id', $this->fresh($workspace)));
            $ids = array_values(array_unique([...$ids, ...array_filter([...$rows->pluck('d.id')->all(), ...$fresh->pluck('d.id')->all()], $narrowing->has(...))]));
        }

        [$kept, $isWhole] = $this->followed($query, $ids);

        return [$kept, ! $isWhole || count($ids) >= $many];
    }

    /** @return list<string> the documents that were touched last, no more than a search reads itself */
    private function fresh(Workspace $workspace): array
    {
        return DB::table('documents')->where('workspace_id', $workspace->id)->whereRaw('touched_at >= now(6) - interval ? second', [self::FRESH_SECONDS])
            ->orderByDesc('touched_at')->limit(self::OWN_PORTION)->pluck('id')->all();
    }

    private function rows(Narrowing $narrowing): Builder
    {
        return $narrowing->on(DB::table('search_texts as s')->join('documents as d', 'd.id', '=', 's.document_id'));
    }

    /**
     * Those in whose names or texts the words of quotes follow one another.
     *
     * @param  list<string>  $ids
     * @return array{list<string>, bool} and whether all of them were looked at
     */
    private function followed(Query $query, array $ids): array
    {
        $wholes = array_map(static fn (Term $term): string => implode('[^\pL\pN]+', array_map(static fn (string $word): string => preg_quote($word, '~'), $term->words)), array_filter($query->terms, static fn (Term $term): bool => $term->isWhole && count($term->words) > 1));
        if ($wholes === []) {
            return [$ids, true];
        }
        $kept = [];
        $isWhole = count($ids) <= self::READ;
        $until = microtime(true) + self::READ_SECONDS;
        foreach (ManyValues::among(Document::query()->with('draft', 'workspace'), 'id', array_slice($ids, 0, self::READ))->get() as $document) {
            if (microtime(true) > $until) {
                $isWhole = false;
                break;
            }
            $names = Fold::text("{$document->path}\n{$document->title}");
            $text = null;
            foreach ($wholes as $whole) {
                $pattern = "~(?<![\\pL\\pN]){$whole}(?![\\pL\\pN])~u";
                if (! Pattern::matches($pattern, $names) && ! Pattern::matches($pattern, $text ??= Fold::text($this->texts->shown($document->workspace, $document)))) {
                    continue 2;
                }
            }
            $kept[] = $document->id;
        }

        return [$kept, $isWhole];
    }

    /**
     * @param  list<string>  $ids
     * @return list<Hit>
     */
    private function ranked(Workspace $workspace, Query $query, array $ids): array
    {
        $words = $query->words();
        $facts = ManyValues::among(DB::table('search_texts as s')->leftJoin('users', 'users.id', '=', 's.changed_by'), 'document_id', $ids)->get(['document_id', 'changed_at', 'users.name'])->keyBy('document_id');
        $fields = $words === [] ? collect() : ManyValues::among(DB::table('search_fields'), 'document_id', $ids)->get(['document_id', 'name', 'value'])->groupBy('document_id');
        $ranked = [];
        foreach (ManyValues::among(Document::query()->with('draft'), 'id', $ids)->get() as $document) {
            $rank = $words === [] ? 0 : Rank::of($document->path, $document->title, $words);
            $where = Hit::NAME;
            if ($rank === Rank::TEXT) {
                $field = ($fields[$document->id] ?? collect())->first(static fn (object $field): bool => array_filter($words, static fn (string $word): bool => ! str_contains($field->value, $word)) === []);
                $where = $field->name ?? Hit::TEXT;
            }
            $fact = $facts[$document->id] ?? null;
            $ranked[] = [[$rank, $where === Hit::TEXT ? 1 : 0], (string) $fact?->changed_at, new Hit($document->setRelation('workspace', $workspace), $where, $fact?->changed_at, $fact?->name)];
        }
        usort($ranked, static fn (array $a, array $b): int => [$a[0], $b[1], $a[2]->document->path] <=> [$b[0], $a[1], $b[2]->document->path]);

        return array_column($ranked, 2);
    }
}
