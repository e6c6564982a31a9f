<?php

declare(strict_types=1);

namespace App\Crates\TakingIn;

use App\Models\Crate;
use App\Models\Workspace;
use App\Support\ManyValues;
use Hafenbuch\Core\Crate\Back\SentFile;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Finds which documents of a workspace the files of a crate are. */
final readonly class SentFiles
{
    /** So many of the newest crates are looked through for one that has no description. */
    private const CRATES = 50;

    /**
     * @param  array<string, SentFile>  $files  by place in the crate that came
     * @param  ?Crate  $crate  the crate of this workspace that it was, where it is known
     * @param  array<string, string>  $kept  by place: the content before it was packed, in the store
     * @param  array<string, string>  $without  by place: the same without what was taken out of it, where something was
     */
    private function __construct(public array $files, public ?Crate $crate, public array $kept, public array $without) {}

    public static function none(): self
    {
        return new self([], null, [], []);
    }

    public static function of(Workspace $workspace, OpenedCrate $opened): self
    {
        $identity = $opened->description?->identity;
        $crate = $identity !== null ? Crate::query()->where('workspace_id', $workspace->id)->where('identity', strtoupper($identity))->first() : self::likely($workspace, $opened);
        [$files, $kept, $without] = $crate === null ? [[], [], []] : self::ofCrate($crate);

        return new self([...self::byIdentity($workspace, $opened, $files), ...$files], $crate, $kept, $without);
    }

    /**
     * What a crate of this workspace holds, with where its documents are now.
     *
     * @return array{array<string, SentFile>, array<string, string>, array<string, string>}
     */
    private static function ofCrate(Crate $crate): array
    {
        $files = $kept = $without = [];
        $rows = DB::table('crate_documents as c')->leftJoin('documents as d', static fn ($join) => $join->on('d.id', '=', 'c.document_id')->whereNull('d.dropped_at'))->leftJoin('drafts as w', 'w.document_id', '=', 'd.id')
            ->where('c.crate_id', $crate->id)->orderBy('c.id')
            ->get(['c.place', 'c.path', 'c.hash', 'c.base_hash', 'c.kept_hash', 'c.without_hash', 'd.id', 'd.path as path_now', 'd.saved_hash', 'd.is_gone', 'w.hash as draft_hash']);
        foreach ($rows as $row) {
            $files[$row->place] = new SentFile($row->place, $row->id, $row->path_now ?? $row->path, $row->hash, $row->base_hash, $row->path[0] === '/' ? $row->base_hash : self::here($row), $row->draft_hash !== null);
            if ($row->kept_hash !== null) {
                $kept[$row->place] = $row->kept_hash;
            }
            if ($row->without_hash !== null) {
                $without[$row->place] = $row->without_hash;
            }
        }

        return [$files, $kept, $without];
    }

    /**
     * Documents that came here in a crate themselves, and come again changed; or went from here in another one.
     *
     * @param  array<string, SentFile>  $known
     * @return array<string, SentFile>
     */
    private static function byIdentity(Workspace $workspace, OpenedCrate $opened, array $known): array
    {
        $wanted = [];
        foreach ($opened->files as $file) {
            if ($file->described !== null && ! isset($known[$file->place])) {
                foreach (array_filter([$file->described->identity, ...$file->described->lineage]) as $identity) {
                    $wanted[$identity] ??= $file;
                }
            }
        }
        $files = [];
        $documents = static fn (): Builder => DB::table('documents as d')->leftJoin('document_origins as o', 'o.document_id', '=', 'd.id')->leftJoin('drafts as w', 'w.document_id', '=', 'd.id')
            ->where('d.workspace_id', $workspace->id)->whereNull('d.dropped_at')->select(['d.id', 'd.path', 'd.saved_hash', 'd.is_gone', 'w.hash as draft_hash', 'o.identity', 'o.hash as came_hash']);
        foreach (ManyValues::portions(array_map(strval(...), array_keys($wanted))) as $identities) {
            // Asked for both at once, the database would read all of the workspace.
            foreach ([...ManyValues::among($documents(), 'd.id', $identities)->get(), ...ManyValues::among($documents(), 'o.identity', $identities)->get()] as $row) {
                $file = $wanted[$row->identity ?? ''] ?? $wanted[$row->id] ?? null;
                // What is here is what came then; so much of the crate's content is known as it was.
                if ($file !== null) {
                    $base = $row->came_hash ?? $file->described->wasHash ?? $file->hash;
                    $files[$file->place] = new SentFile($file->place, $row->id, $row->path, $row->came_hash ?? $file->described->hash ?? $file->hash, $base, self::here($row), $row->draft_hash !== null);
                }
            }
        }

        return $files;
    }

    /** The crate of this workspace whose files lie as those that came do. */
    private static function likely(Workspace $workspace, OpenedCrate $opened): ?Crate
    {
        $places = array_map(static fn ($file): string => $file->place, $opened->files);
        $counts = [];
        $crates = Crate::query()->where('workspace_id', $workspace->id)->latest('id')->limit(self::CRATES)->pluck('id')->all();
        foreach (ManyValues::portions($places) as $some) {
            foreach (DB::table('crate_documents')->whereIn('crate_id', $crates)->whereIn('place', $some)->groupBy('crate_id')->pluck(DB::raw('count(*)'), 'crate_id') as $id => $count) {
                $counts[$id] = ($counts[$id] ?? 0) + (int) $count;
            }
        }
        // Of two that fit as well the newer one.
        krsort($counts);
        arsort($counts);

        return $counts === [] ? null : Crate::query()->find(array_key_first($counts));
    }

    private static function here(\stdClass $row): ?string
    {
        return $row->id === null ? null : $row->draft_hash ?? ($row->is_gone ? null : $row->saved_hash);
    }
}
