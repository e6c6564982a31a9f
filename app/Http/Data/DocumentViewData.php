<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\DocumentView;
use App\Models\User;
use OpenApi\Attributes as OA;

/** How someone looks at a document; it is no part of its content. */
#[OA\Schema(schema: 'DocumentView')]
final readonly class DocumentViewData
{
    /** @param array<string, mixed>|\stdClass $view */
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property(description: 'empty: as the asker last looked')] public string $name,
        #[OA\Property(ref: '#/components/schemas/LookSettings')] public array|\stdClass $view,
        #[OA\Property(description: 'whether the document opens like this')] public bool $isDefault,
        #[OA\Property(description: 'to everyone')] public bool $isOffered,
        #[OA\Property(description: 'whether it is the asker’s own')] public bool $isMine,
        #[OA\Property] public string $by,
    ) {}

    public static function of(DocumentView $view, User $person): self
    {
        return new self($view->id, $view->name, (object) $view->view, $view->is_default && $view->user_id === $person->id, $view->is_offered, $view->user_id === $person->id, $view->person->name);
    }
}
