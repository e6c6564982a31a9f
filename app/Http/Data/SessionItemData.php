<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\SessionItem;
use Hafenbuch\Core\Session\DocumentNow;
use Hafenbuch\Core\Session\Found;
use Hafenbuch\Core\Session\Now;
use OpenApi\Attributes as OA;

/** A document as a session has kept it, against what is there now. */
#[OA\Schema(schema: 'SessionItem')]
final readonly class SessionItemData
{
    /** @param list<string> $candidates */
    public function __construct(
        #[OA\Property(description: 'by which choices name it')] public int $key,
        #[OA\Property(description: 'the name of its workspace')] public string $workspace,
        #[OA\Property(description: 'the address of that; null: it is gone, or the asker is no member')] public ?string $slug,
        #[OA\Property] public string $path,
        #[OA\Property] public ?string $title,
        #[OA\Property(description: 'whether it was in the hold')] public bool $held,
        #[OA\Property] public ?string $savedHash,
        #[OA\Property] public ?string $draftHash,
        #[OA\Property(description: 'bytes of the draft, else of the file')] public ?int $size,
        #[OA\Property(description: 'of the version that the file was')] public ?string $label,
        #[OA\Property(description: 'the decision that was made and not carried out')] public ?string $decision,
        #[OA\Property(enum: ['there', 'moved', 'changed', 'gone', 'has another draft'])] public string $now,
        #[OA\Property(description: 'the document that it is now')] public ?string $document,
        #[OA\Property(description: 'its path now')] public ?string $nowPath,
        #[OA\Property(enum: ['identity', 'content', 'path', 'name'], description: 'by what it was found')] public ?string $foundBy,
        #[OA\Property(description: 'where it is gone: the version that can be brought back')] public ?int $version,
        #[OA\Property(items: new OA\Items(type: 'string'), description: 'paths of what it may be, where nothing is certain')] public array $candidates,
        #[OA\Property(description: 'how far the document has come by now in the chain of states, in words')] public ?string $mark,
    ) {}

    /** @param ?DocumentNow $former what its identity stands for, also where that is gone */
    public static function of(SessionItem $item, ?string $slug, Found $found, Now $now, ?DocumentNow $former): self
    {
        return new self(
            $item->id, $item->workspace_name, $slug, $item->path, $item->title, $item->is_held, $item->saved_hash, $item->draft_hash, $item->draft_size ?? $item->size, $item->label,
            $item->choice === null ? null : (json_decode($item->choice, true)['kind'] ?? null), $now->value,
            $found->document?->id, $found->document?->path, $found->by?->value, $found->document === null ? $former?->version : null,
            array_map(static fn (DocumentNow $document): string => $document->path, $found->candidates),
            $found->document?->mark,
        );
    }
}
