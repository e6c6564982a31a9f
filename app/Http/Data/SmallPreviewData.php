<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Small\SmallPreview;
use Hafenbuch\Core\Small\Saving;
use OpenApi\Attributes as OA;

/** What a document can do without. */
#[OA\Schema(schema: 'SmallPreview')]
final readonly class SmallPreviewData
{
    /** @param list<object> $savings */
    public function __construct(
        #[OA\Property] public string $document,
        #[OA\Property] public string $path,
        #[OA\Property] public ?string $title,
        #[OA\Property] public int $revision,
        #[OA\Property(description: 'of its text as it is')] public int $bytes,
        #[OA\Property(description: 'in the order in which they are best made; each counted alone', items: new OA\Items(required: ['key', 'words', 'bytes', 'examples'], properties: [
            new OA\Property(property: 'key', type: 'string'), new OA\Property(property: 'words', type: 'string'), new OA\Property(property: 'bytes', type: 'integer'),
            new OA\Property(property: 'examples', description: 'of what goes', type: 'array', items: new OA\Items(type: 'string')),
        ], type: 'object'))] public array $savings,
        #[OA\Property(description: 'why nothing can be done')] public ?string $problem,
    ) {}

    public static function of(SmallPreview $preview): self
    {
        $document = $preview->document;

        return new self($document->id, $document->path, $document->title, $document->revision, $preview->bytes, array_map(
            static fn (Saving $saving): object => (object) ['key' => $saving->key, 'words' => $saving->words, 'bytes' => $saving->bytes, 'examples' => $saving->examples], $preview->savings,
        ), $preview->problem);
    }
}
