<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\Document;
use App\Models\OperationLine;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use OpenApi\Attributes as OA;

/** One step of a document in the chain of states. */
#[OA\Schema(schema: 'ReleaseStep')]
final readonly class ReleaseStepData
{
    /** So many are shown of one document. */
    private const MOST = 100;

    public function __construct(
        #[OA\Property(description: 'what it became')] public string $words,
        #[OA\Property] public ?string $by,
        #[OA\Property(format: 'date-time')] public string $at,
        #[OA\Property(description: 'the id of the logbook entry')] public string $entry,
        #[OA\Property] public int $number,
    ) {}

    /** @return list<self> newest first */
    public static function of(Document $document): array
    {
        $rows = DB::table('operation_lines as l')->join('operations as o', 'o.id', '=', 'l.operation_id')->leftJoin('users as u', 'u.id', '=', 'o.user_id')
            ->where('l.document_id', $document->id)->whereNotNull('l.marking')->whereIn('o.state', ['done', 'taken back'])->orderByDesc('o.number')->limit(self::MOST)
            ->get(['l.marking', 'o.id', 'o.number', 'o.created_at', 'u.name']);

        return array_values($rows->map(static fn (object $row): self => new self(
            (new OperationLine)->forceFill(['document_id' => $document->id, 'path' => $document->path, 'action' => 'state', 'reason' => 'becomes', 'marking' => $row->marking])->planLine()->marking?->after->words() ?? '',
            $row->name, Carbon::parse($row->created_at, 'UTC')->toIso8601ZuluString(), $row->id, (int) $row->number,
        ))->all());
    }
}
