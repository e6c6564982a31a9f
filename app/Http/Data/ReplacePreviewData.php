<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Finding\ReplacePreview;
use OpenApi\Attributes as OA;

/** The places of one document in which a text would be replaced. */
#[OA\Schema(schema: 'ReplacePreview')]
final readonly class ReplacePreviewData
{
    /** @param list<object> $places */
    public function __construct(
        #[OA\Property] public string $document,
        #[OA\Property] public string $path,
        #[OA\Property] public ?string $title,
        #[OA\Property] public int $revision,
        #[OA\Property(items: new OA\Items(required: ['offset', 'line', 'before', 'found', 'after', 'isReference'], properties: [
            new OA\Property(property: 'offset', description: 'in the text in UTF-8, in bytes', type: 'integer'), new OA\Property(property: 'line', type: 'integer'),
            new OA\Property(property: 'before', type: 'string'), new OA\Property(property: 'found', type: 'string'), new OA\Property(property: 'after', type: 'string'),
            new OA\Property(property: 'isReference', type: 'boolean'),
        ], type: 'object'))] public array $places,
        #[OA\Property(description: 'whether there are more than these')] public bool $isMore,
        #[OA\Property] public bool $isPossible,
        #[OA\Property(description: 'why it cannot be done there, or what it would break')] public ?string $problem,
    ) {}

    public static function of(ReplacePreview $preview): self
    {
        $document = $preview->document;

        return new self($document->id, $document->path, $document->title, $document->revision, array_map(static fn (array $one): object => (object) [
            'offset' => $one['place']->offset, 'line' => $one['place']->line, 'before' => $one['place']->before, 'found' => $one['place']->found, 'after' => $one['place']->after, 'isReference' => $one['isReference'],
        ], $preview->places), $preview->isMore, $preview->isPossible, $preview->problem);
    }
}
