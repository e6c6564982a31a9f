<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\Bookmark;
use App\Models\Document;
use App\Models\DocumentView;
use App\Models\KeptSession;
use App\Models\User;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'Bookmark')]
final readonly class BookmarkData
{
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property(enum: ['folder', 'document', 'search', 'session', 'view'])] public string $kind,
        #[OA\Property] public string $name,
        #[OA\Property(description: 'the id of the document or session; of a search its words')] public string $leadsTo,
        #[OA\Property(description: 'of a view, the document that it is of')] public ?string $document,
        #[OA\Property(description: 'the folder that it lies in')] public ?int $parent,
        #[OA\Property(description: 'whether everyone in the workspace sees it')] public bool $isShared,
        #[OA\Property(description: 'whether what it leads to is there')] public bool $isThere,
    ) {}

    /**
     * @param  list<Bookmark>  $bookmarks
     * @return list<self>
     */
    public static function all(array $bookmarks, User $person): array
    {
        $of = static fn (string $kind): array => array_column(array_filter($bookmarks, static fn (Bookmark $one): bool => $one->kind === $kind), 'leads_to');
        $documents = Document::query()->kept()->where('is_gone', false)->whereIn('id', $of('document'))->get()->keyBy('id');
        $sessions = KeptSession::query()->readableBy($person)->whereKey(array_map(intval(...), array_values($of('session'))))->pluck('name', 'id');
        $views = DocumentView::query()->whereKey(array_map(intval(...), array_values($of('view'))))->pluck('document_id', 'id');

        return array_map(static fn (Bookmark $one): self => new self(
            $one->id, $one->kind, $one->name, $one->leads_to, $views[(int) $one->leads_to] ?? null, $one->parent_id, $one->is_shared,
            match ($one->kind) {
                'document' => isset($documents[$one->leads_to]),
                'session' => isset($sessions[(int) $one->leads_to]),
                'view' => isset($views[(int) $one->leads_to]),
                default => true,
            },
        ), $bookmarks);
    }
}
