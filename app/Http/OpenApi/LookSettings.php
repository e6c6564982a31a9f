<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** What a view of a document may say; all of it may be missing. */
#[OA\Schema(schema: 'LookSettings', properties: [
    new OA\Property(property: 'anchor', type: 'integer', description: 'where the selection begins, in characters'),
    new OA\Property(property: 'caret', type: 'integer', description: 'where the caret is, in characters'),
    new OA\Property(property: 'line', type: 'integer', description: 'the first line in sight, from 1'),
    new OA\Property(property: 'folds', type: 'array', items: new OA\Items(type: 'array', items: new OA\Items(type: 'integer')), description: 'folded parts, each from and to in characters'),
    new OA\Property(property: 'closedParts', type: 'array', items: new OA\Items(type: 'string'), description: 'what is closed beside the content'),
    new OA\Property(property: 'side', type: 'number', description: 'width of what stands beside the content, in pixels'),
    new OA\Property(property: 'zoom', type: 'number', description: 'of a drawing, or of a timeline'),
    new OA\Property(property: 'sight', ref: '#/components/schemas/PictureAspect', description: 'what of it is in sight'),
    new OA\Property(property: 'camera', type: 'array', items: new OA\Items(type: 'number'), minItems: 10, maxItems: 10, description: 'of a solid: place of the eye, its turn as axis and angle, and about what it turns (ISO/IEC 19775-1, 23.4.6)'),
    new OA\Property(property: 'shown', type: 'string', enum: ['source', 'preview', 'both']),
    new OA\Property(property: 'compare', type: 'string', enum: ['beside', 'over', 'difference', 'source'], description: 'how two contents of it are compared'),
])]
final class LookSettings {}
