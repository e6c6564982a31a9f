<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Drafts\References;
use App\Drafts\WorkingContent;
use App\Http\Data\DocumentData;
use App\Http\Data\FieldData;
use App\Http\Data\LineageData;
use App\Http\Data\LockData;
use App\Http\Data\PartlyReadData;
use App\Http\Data\ReferenceData;
use App\Http\Data\ReleaseStepData;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Pictures\Shown;
use App\Quay\Quay;
use App\Quay\RowReader;
use App\Support\ManyValues;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Index\PartlyReadDocuments;
use App\Workspace\Index\ReferenceList;
use App\Workspace\Index\ReferenceRow;
use App\Workspace\MediaType;
use App\Workspace\Reading\Formats;
use App\Workspace\Reading\TextOf;
use Hafenbuch\Core\Charset\CodedText;
use Hafenbuch\Core\Document\Mention;
use Hafenbuch\Core\Reference\FieldSite;
use Hafenbuch\Core\Write\UnableToRead;
use Illuminate\Support\Facades\DB;

/** Everything about one document but its content. */
final readonly class DocumentView
{
    /** Text above this size is shown by its facts only. */
    private const EDITABLE_BYTES = 8 * 1024 * 1024;

    public function __construct(
        private RowReader $rows,
        private ReferenceList $references,
        private WorkingContent $working,
        private References $editing,
        private DiskContentStore $contents,
        private Shown $shown,
    ) {}

    public function of(Workspace $workspace, Document $document, User $person): DocumentData
    {
        $row = $this->rows->row($document, $person);
        $bytes = ($row->size ?? 0) <= self::EDITABLE_BYTES ? $this->bytes($document) : null;
        $formats = Formats::of($workspace);
        $fields = $bytes === null ? [] : $formats->read($document->path, $bytes)->fields;
        $refersTo = $this->references->of($document);
        $text = $bytes === null ? null : TextOf::content($workspace, $document->path, $bytes);
        $referredBy = $this->references->to($workspace, $document->path);
        $origin = $document->origin_id === null ? null : Document::query()->kept()->find($document->origin_id);
        $made = Document::query()->kept()->where('origin_id', $document->id)->orderBy('origin_at')->get();

        return new DocumentData(
            $row,
            $document->note,
            $text !== null,
            $text->charset->name ?? null,
            MediaType::of($document->path),
            in_array($document->id, (new Quay($workspace, $person))->shown(), true),
            array_map(static fn (FieldSite $field): FieldData => new FieldData($field->name, $field->raw), $fields),
            $this->withEnds($refersTo, static fn (ReferenceRow $reference): ?string => $reference->targetId, self::placesInText($text, $refersTo)),
            self::below($this->shown->placedBy($workspace, $document->id)),
            $this->withEnds($referredBy, static fn (ReferenceRow $reference): string => $reference->documentId),
            $this->mentions($workspace, $document, $referredBy),
            $bytes === null ? [] : $this->editing->addable($document, $bytes),
            LockData::of($document, $person),
            ReleaseStepData::of($document),
            $origin === null ? null : LineageData::of($origin, $document),
            array_values($made->map(static fn (Document $later): LineageData => LineageData::of($later, $later))->all()),
        );
    }

    /**
     * @param  array<string, string>  $paths  by id
     * @return list<array{document: string, path: string}>
     */
    private static function below(array $paths): array
    {
        return array_map(static fn (string $id, string $path): array => ['document' => $id, 'path' => $path], array_keys($paths), array_values($paths));
    }

    /**
     * @param  list<ReferenceRow>  $known
     * @return list<PartlyReadData> without itself and those that are known to refer to it
     */
    private function mentions(Workspace $workspace, Document $document, array $known): array
    {
        $named = array_fill_keys([$document->id, ...array_map(static fn (ReferenceRow $row): string => $row->documentId, $known)], true);
        $mentions = (new PartlyReadDocuments($workspace, $this->contents, PartlyReadDocuments::FOR_A_LOOK))->mentioning([$document->path]);

        return array_values(array_map(PartlyReadData::mention(...), array_filter($mentions, static fn (Mention $mention): bool => ! isset($named[$mention->documentId]))));
    }

    /**
     * @param  list<ReferenceRow>  $references
     * @return array<int, int> by the places in the bytes, where they differ
     */
    private static function placesInText(?CodedText $text, array $references): array
    {
        if ($text === null || $text->isSame()) {
            return [];
        }
        $ends = array_map(static fn (ReferenceRow $row): int => $row->offset + $row->length, $references);

        return $text->allInText([...array_map(static fn (ReferenceRow $row): int => $row->offset, $references), ...$ends]);
    }

    private function bytes(Document $document): ?string
    {
        try {
            return $this->working->bytes($document);
        } catch (UnableToRead) {
            return null;
        }
    }

    /**
     * @param  list<ReferenceRow>  $rows
     * @param  callable(ReferenceRow): ?string  $end
     * @param  array<int, int>  $places  in the text, by those in the bytes
     * @return list<ReferenceData>
     */
    private function withEnds(array $rows, callable $end, array $places = []): array
    {
        $ends = $this->ends(array_values(array_unique(array_filter(array_map($end, $rows)))));

        return array_map(static function (ReferenceRow $row) use ($ends, $end, $places): ReferenceData {
            $other = $ends[$end($row) ?? ''] ?? null;
            $content = $other === null ? null : match (true) {
                $other->saved_hash === null => 'new',
                $other->draft_hash !== null => 'modified',
                default => 'as saved',
            };

            return ReferenceData::of($row, $content, $other?->title, $places);
        }, $rows);
    }

    /**
     * @param  list<string>  $ids  a register refers to thousands, so they are asked for in parts
     * @return array<string, object{id: string, title: ?string, saved_hash: ?string, draft_hash: ?string}> by id
     */
    private function ends(array $ids): array
    {
        $ends = [];
        foreach (ManyValues::portions($ids) as $chunk) {
            $ends += ManyValues::among(DB::table('documents')->leftJoin('drafts', 'drafts.document_id', '=', 'documents.id'), 'documents.id', $chunk)
                ->get(['documents.id', 'title', 'saved_hash', 'drafts.hash as draft_hash'])->keyBy('id')->all();
        }

        return $ends;
    }
}
