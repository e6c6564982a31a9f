<?php

declare(strict_types=1);

namespace App\Finding;

use App\Models\KeptSession;
use App\Models\User;
use App\Models\Workspace;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** What people have written beside the documents: notes of entries, labels and notes of versions, names and notes of sessions. */
final readonly class Remarks
{
    private const EACH = 5;

    /** Entries that are looked through, the newest: all of them would be read at every key. */
    private const ENTRIES = 5000;

    /** Without letter case and accents. */
    private const FOLDING = 'utf8mb4_uca1400_ai_ci';

    /**
     * @param  list<string>  $words  all of which must stand in it
     * @return array{entries: list<object{id: string, number: int, note: string, at: string, person: ?string}>, versions: list<object{document_id: string, path: string, title: ?string, number: int, label: ?string, note: ?string}>, sessions: list<object{id: int, name: string, note: ?string}>}
     */
    public function with(array $words, Workspace $workspace, User $person): array
    {
        if ($words === []) {
            return ['entries' => [], 'versions' => [], 'sessions' => []];
        }
        $sessions = KeptSession::query()->readableBy($person)->pluck('id')->all();

        return [
            'entries' => $this->having($words, "coalesce(o.note, '')", DB::query()->fromSub(DB::table('operations')->where('workspace_id', $workspace->id)->whereNotNull('note')->orderByDesc('number')->limit(self::ENTRIES), 'o')->leftJoin('users', 'users.id', '=', 'o.user_id')->orderByDesc('o.number'))
                ->get(['o.id', 'o.number', 'o.note', 'o.created_at as at', 'users.name as person'])->all(),
            'versions' => $this->having($words, "concat_ws(' ', v.label, v.note)", DB::table('versions as v')->join('documents as d', 'd.id', '=', 'v.document_id')->where('d.workspace_id', $workspace->id)->whereNull('d.dropped_at')->whereNotNull('v.label')->orderByDesc('v.id'))
                ->get(['v.document_id', 'd.path', 'd.title', 'v.number', 'v.label', 'v.note'])->all(),
            'sessions' => $this->having($words, "concat_ws(' ', k.name, g.note, g.label)", DB::table('kept_sessions as k')->join('session_stages as g', 'g.kept_session_id', '=', 'k.id')->whereIn('k.id', $sessions)->groupBy('k.id', 'k.name')->orderByDesc('k.id'))
                ->get(['k.id', 'k.name', DB::raw('max(g.note) as note')])->all(),
        ];
    }

    /** @param list<string> $words */
    private function having(array $words, string $text, Builder $rows): Builder
    {
        foreach ($words as $word) {
            $rows->whereRaw("{$text} collate ".self::FOLDING.' like ?', ['%'.addcslashes($word, '%_\\').'%']);
        }

        return $rows->limit(self::EACH);
    }
}
