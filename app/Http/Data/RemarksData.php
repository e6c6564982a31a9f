<?php

declare(strict_types=1);

namespace App\Http\Data;

use Illuminate\Support\Carbon;
use OpenApi\Attributes as OA;

/** What people have written beside the documents: a few of each, the newest first. */
#[OA\Schema(schema: 'Remarks')]
final readonly class RemarksData
{
    /**
     * @param  list<object>  $entries
     * @param  list<object>  $versions
     * @param  list<object>  $sessions
     */
    private function __construct(
        #[OA\Property(description: 'entries of the logbook by their notes', items: new OA\Items(required: ['id', 'number', 'note', 'at', 'person'], properties: [
            new OA\Property(property: 'id', type: 'string'), new OA\Property(property: 'number', type: 'integer'), new OA\Property(property: 'note', type: 'string'),
            new OA\Property(property: 'at', type: 'string', format: 'date-time'), new OA\Property(property: 'person', type: 'string', nullable: true),
        ], type: 'object'))] public array $entries,
        #[OA\Property(description: 'versions by their labels', items: new OA\Items(required: ['document', 'name', 'number', 'label'], properties: [
            new OA\Property(property: 'document', type: 'string'), new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'number', type: 'integer'), new OA\Property(property: 'label', type: 'string'),
        ], type: 'object'))] public array $versions,
        #[OA\Property(description: 'sessions by their names and notes', items: new OA\Items(required: ['id', 'name', 'note'], properties: [
            new OA\Property(property: 'id', type: 'integer'), new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'note', type: 'string', nullable: true),
        ], type: 'object'))] public array $sessions,
    ) {}

    /** @param array{entries: list<object{id: string, number: int, note: string, at: string, person: ?string}>, versions: list<object{document_id: string, path: string, title: ?string, number: int, label: ?string, note: ?string}>, sessions: list<object{id: int, name: string, note: ?string}>} $remarks */
    public static function of(array $remarks): self
    {
        return new self(
            array_map(static fn (object $entry): object => (object) ['id' => $entry->id, 'number' => $entry->number, 'note' => $entry->note, 'at' => Carbon::parse($entry->at, 'UTC')->toIso8601ZuluString(), 'person' => $entry->person], $remarks['entries']),
            array_map(static fn (object $version): object => (object) ['document' => $version->document_id, 'name' => $version->title ?? $version->path, 'number' => $version->number, 'label' => (string) $version->label], $remarks['versions']),
            array_map(static fn (object $session): object => (object) ['id' => $session->id, 'name' => $session->name, 'note' => $session->note], $remarks['sessions']),
        );
    }
}
