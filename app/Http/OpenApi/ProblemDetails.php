<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** A failure (RFC 9457), with what a program needs to go on. */
#[OA\Schema(schema: 'Problem', required: ['type', 'title', 'status', 'detail'], properties: [
    new OA\Property(property: 'type', type: 'string'),
    new OA\Property(property: 'title', type: 'string'),
    new OA\Property(property: 'status', type: 'integer'),
    new OA\Property(property: 'detail', type: 'string', description: 'what, where, and the way out'),
    new OA\Property(property: 'errors', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'array', items: new OA\Items(type: 'string')), description: 'with 422: by the name of the value'),
    new OA\Property(property: 'revision', type: 'integer', description: 'with 412: the one that is there now'),
    new OA\Property(property: 'planned', type: 'object', nullable: true, allOf: [new OA\Schema(ref: '#/components/schemas/Plan')], description: 'with 409 of a save: the plan that was read; null: another was shown since'),
    new OA\Property(property: 'now', type: 'object', allOf: [new OA\Schema(ref: '#/components/schemas/Plan')], description: 'with 409 and 422 of a save: the plan as it is now'),
    new OA\Property(property: 'opening', type: 'object', allOf: [new OA\Schema(ref: '#/components/schemas/Opening')], description: 'with 409 of opening a session: what it would do now'),
    new OA\Property(property: 'crate', type: 'object', allOf: [new OA\Schema(ref: '#/components/schemas/CratePlan')], description: 'with 409 of packing a crate: what it would hold now'),
])]
final class ProblemDetails
{
    public const MEDIA_TYPE = 'application/problem+json';

    public const REF = '#/components/schemas/Problem';

    /** What each status means wherever it can come. */
    public const MEANINGS = [
        401 => 'not logged in',
        404 => 'there is nothing at this address, or the asker is no member of its workspace',
        409 => 'what it rests on has changed',
        412 => 'someone else has written since the revision that was named',
        422 => 'understood, and it cannot be done',
        423 => 'someone else has locked the document',
        428 => 'If-Match is missing',
        429 => 'too many tries',
        503 => 'the database does not answer',
        507 => 'no space, or no permission to write',
    ];
}
