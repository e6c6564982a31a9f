<?php

declare(strict_types=1);

namespace App\Past\AsOf;

use App\Drafts\DraftDesk;
use App\Drafts\WritingRight;
use App\Models\Document;
use App\Models\Operation;
use App\Models\User;
use App\Models\Workspace;
use App\Past\Recovery\PointReason;
use App\Past\Recovery\RecoveryPoints;
use App\Quay\Quay;
use App\Support\ManyValues;
use App\Support\Refused;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Pulse;
use App\Workspace\Reading\Formats;
use Hafenbuch\Core\History\AsOf;
use Hafenbuch\Core\History\AsOfKind;
use Hafenbuch\Core\History\AsOfRow;
use Hafenbuch\Core\Reference\Resolver;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

/** Brings a document with all below it back as it was. */
final readonly class AsOfDesk
{
    public function __construct(private DiskContentStore $contents, private DraftDesk $drafts, private RecoveryPoints $points) {}

    /** @return int the number of the entry that was the newest at a moment; 0: there was none */
    public static function entryAt(Workspace $workspace, Carbon $moment): int
    {
        return (int) Operation::query()->where('workspace_id', $workspace->id)->where('created_at', '<=', $moment)->max('number');
    }

    /** @return list<AsOfRow> */
    public function rows(Workspace $workspace, Document $document, int $entry): array
    {
        $past = new LogbookPast($workspace, $entry, $this->contents);

        return (new AsOf($past, Formats::of($workspace), new Resolver($workspace->root)))->rows($document->id);
    }

    /**
     * What changes becomes drafts, and what was deleted new documents; nothing is written until they are saved.
     *
     * @param  list<string>  $only  documents
     * @return list<string> the documents whose drafts have changed
     *
     * @throws Refused
     */
    public function bringBack(Workspace $workspace, Document $document, int $entry, array $only, User $person): array
    {
        $rows = array_filter($this->rows($workspace, $document, $entry), static fn (AsOfRow $row): bool => $row->hash !== null && in_array($row->documentId, $only, true));
        if ($rows === []) {
            throw Refused::because('Nothing of that would change: every document fits already, or can’t be had any more.');
        }
        $this->points->make($workspace, $person, PointReason::BeforeBringingBack);
        $when = $entry === 0 ? 'before entry 1' : "as of entry {$entry}";
        DB::transaction(function () use ($workspace, $rows, $person, $when): void {
            // All are held before anything else is read, which fixes what the transaction sees.
            $documents = ManyValues::locked(Document::query()->with('draft'), 'id', array_map(static fn (AsOfRow $row): string => $row->documentId, $rows))->orderBy('id')->get()->keyBy('id');
            foreach ($rows as $row) {
                $this->take($workspace, $documents->get($row->documentId) ?? throw Refused::because("{$row->path} went away meanwhile. Look again."), $row, $person, $when);
            }
        });
        $ids = array_values(array_map(static fn (AsOfRow $row): string => $row->documentId, $rows));
        (new Quay($workspace, $person))->open($ids);
        Pulse::tell($workspace, Pulse::DOCUMENTS);

        return $ids;
    }

    private function take(Workspace $workspace, Document $document, AsOfRow $row, User $person, string $when): void
    {
        $document->setRelation('workspace', $workspace);
        WritingRight::must($document, $person);
        $hash = $row->rewritten === null ? (string) $row->hash : $this->contents->putBytes($row->rewritten);
        if (! $this->contents->hold($hash)) {
            throw Refused::because("The content that {$row->path} had is still in another file only. Open that one, and copy from it.");
        }
        if ($row->kind === AsOfKind::ComesBack) {
            // A document that was deleted is a new one again, with all its versions.
            $document->fill([...Document::columns($row->path), 'dropped_at' => null, 'is_gone' => false, 'saved_hash' => null, 'size' => null, 'file_key' => null]);
        }
        $this->drafts->put($document, $this->contents->kept($hash), $person, "brought back {$when}");
    }
}
