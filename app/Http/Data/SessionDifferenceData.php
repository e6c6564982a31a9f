<?php

declare(strict_types=1);

namespace App\Http\Data;

use Hafenbuch\Core\Session\Difference;
use OpenApi\Attributes as OA;

/** In what one document differs between two sessions. */
#[OA\Schema(schema: 'SessionDifference')]
final readonly class SessionDifferenceData
{
    public function __construct(
        #[OA\Property] public string $workspace,
        #[OA\Property(description: 'the address of the workspace; null: it is gone')] public ?string $slug,
        #[OA\Property] public string $path,
        #[OA\Property] public string $differs,
        #[OA\Property(description: 'the document whose drafts differ; null: they do not')] public ?string $document,
        #[OA\Property(description: 'the content `session-N` of the first')] public ?int $a,
        #[OA\Property(description: 'the content `session-N` of the second')] public ?int $b,
    ) {}

    public static function of(Difference $one, ?string $slug): self
    {
        $hasBoth = $one->a?->draftHash !== null && $one->b?->draftHash !== null && $one->a->draftHash !== $one->b->draftHash;

        return new self($one->workspace, $slug, $one->path, $one->differs, $hasBoth ? $one->b->id : null, $hasBoth ? $one->a->key : null, $hasBoth ? $one->b->key : null);
    }
}
