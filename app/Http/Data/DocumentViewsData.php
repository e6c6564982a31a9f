<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** How a document opens, and the views of it that have a name. */
#[OA\Schema(schema: 'DocumentViews')]
final readonly class DocumentViewsData
{
    /** @param list<DocumentViewData> $named */
    public function __construct(
        #[OA\Property(nullable: true, oneOf: [new OA\Schema(ref: '#/components/schemas/DocumentView')])] public ?DocumentViewData $onOpening,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/DocumentView'))] public array $named,
    ) {}
}
