<?php

declare(strict_types=1);

namespace App\Saving;

use App\Models\Document;
use App\Models\Operation;
use App\Models\OperationLine;
use App\Support\BulkInsert;
use App\Support\ManyValues;
use App\Workspace\Files\DiskContentStore;
use Illuminate\Support\Facades\DB;

/** Collects the versions that an operation makes, and writes them together. */
final class VersionWriter
{
    /** @var array<string, object{number: int, hash: string}> the newest version of each document */
    private array $latest = [];

    /** @var list<array<string, scalar|null>> */
    private array $rows = [];

    private readonly string $now;

    /** @param list<string> $ids the documents that may get a version */
    public function __construct(private readonly DiskContentStore $contents, array $ids)
    {
        $this->now = now()->format('Y-m-d H:i:s.v');
        foreach (array_chunk($ids, 500) as $chunk) {
            $newest = ManyValues::among(DB::table('versions')->select('document_id')->selectRaw('max(number) as number'), 'document_id', $chunk)->groupBy('document_id');
            $versions = DB::table('versions')->joinSub($newest, 'newest', static fn ($join) => $join->on('newest.document_id', '=', 'versions.document_id')->on('newest.number', '=', 'versions.number'));
            foreach ($versions->get(['versions.document_id', 'versions.number', 'hash']) as $version) {
                $this->latest[$version->document_id] = $version;
            }
        }
    }

    /** @param ?string $before the hash of the file that the document had */
    public function add(Document $document, OperationLine $line, Operation $operation, ?string $before): void
    {
        if ($before === $line->after_hash) {
            return; // moved as it is
        }
        if ($before === null && ! $this->contents->has((string) $line->after_hash)) {
            return; // it came in from elsewhere as it is, see ArrivingContents
        }
        $latest = $this->latest[$document->id] ?? null;
        $number = $latest->number ?? -1;
        if ($before !== null && $before !== $latest?->hash) {
            // What nobody here wrote: the content as found, or one that came from outside since.
            $this->row($document, ++$number, $before, $before === $line->before_hash ? $line->before_size : null, $latest === null ? 'as found' : 'changed outside', null, null);
        }
        $this->row($document, max(1, $number + 1), (string) $line->after_hash, $line->after_size, $operation->note, $operation->id, $operation->user_id);
    }

    public function write(): void
    {
        BulkInsert::into('versions', $this->rows);
        $this->rows = [];
    }

    private function row(Document $document, int $number, string $hash, ?int $size, ?string $note, ?string $operationId, ?int $personId): void
    {
        $this->rows[] = [
            'document_id' => $document->id, 'number' => $number, 'hash' => $hash, 'size' => $size ?? $this->contents->size($hash) ?? 0,
            'note' => $note, 'operation_id' => $operationId, 'user_id' => $personId, 'at' => $this->now,
        ];
    }
}
