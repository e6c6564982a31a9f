<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Quay\DocumentRow;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'Document')]
final readonly class DocumentData
{
    /**
     * @param  list<FieldData>  $fields
     * @param  list<ReferenceData>  $refersTo
     * @param  list<array{document: string, path: string}>  $below
     * @param  list<ReferenceData>  $referredBy
     * @param  list<PartlyReadData>  $mentionedIn
     * @param  list<string>  $addable
     * @param  list<ReleaseStepData>  $released
     * @param  list<LineageData>  $madeFromIt
     */
    public function __construct(
        #[OA\Property(ref: '#/components/schemas/DocumentRow')] public DocumentRow $row,
        #[OA\Property(description: 'what of it could not be read, and why')] public ?string $note,
        #[OA\Property(description: 'whether its content is text that can be edited here')] public bool $isText,
        #[OA\Property(description: 'of its text, as the WHATWG Encoding Standard calls it')] public ?string $charset,
        #[OA\Property] public string $mediaType,
        #[OA\Property] public bool $isOpen,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/Field'))] public array $fields,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/Reference'))] public array $refersTo,
        #[OA\Property(items: new OA\Items(type: 'object', required: ['document', 'path'], properties: [new OA\Property(property: 'document', type: 'string'), new OA\Property(property: 'path', type: 'string')]), description: 'what it refers to at any depth, nearest first, 200 at most: where one of them changes, what it shows does')] public array $below,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/Reference'))] public array $referredBy,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/PartlyRead'), description: 'documents that could not be read whole and in whose bytes its name stands, or that could not be searched')] public array $mentionedIn,
        #[OA\Property(items: new OA\Items(type: 'string'), description: 'kinds of reference that can be added; the first suits a document')] public array $addable,
        #[OA\Property(ref: '#/components/schemas/Lock', nullable: true)] public ?LockData $lock,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/ReleaseStep'), description: 'how it came to its state, newest first')] public array $released,
        #[OA\Property(ref: '#/components/schemas/Lineage', nullable: true)] public ?LineageData $madeFrom,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/Lineage'))] public array $madeFromIt,
    ) {}
}
