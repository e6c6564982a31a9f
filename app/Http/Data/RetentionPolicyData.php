<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** A workspace's retention rule with its exceptions, as requests and settings write it. */
#[OA\Schema(schema: 'RetentionPolicy', allOf: [new OA\Schema(ref: '#/components/schemas/RetentionRule'), new OA\Schema(type: 'object', properties: [
    new OA\Property(property: 'folders', type: 'object', additionalProperties: new OA\AdditionalProperties(ref: '#/components/schemas/RetentionRule')),
    new OA\Property(property: 'kinds', type: 'object', additionalProperties: new OA\AdditionalProperties(ref: '#/components/schemas/RetentionRule'), description: 'by format'),
])])]
#[OA\Schema(schema: 'RetentionRule', type: 'object', required: ['kind'], properties: [
    new OA\Property(property: 'kind', type: 'string', enum: ['all', 'last', 'aged']),
    new OA\Property(property: 'last', type: 'integer', description: 'for “last”: how many'),
    new OA\Property(property: 'bands', type: 'array', description: 'for “aged”, from new to old', items: new OA\Items(type: 'object', required: ['every'], properties: [
        new OA\Property(property: 'days', type: 'integer', nullable: true, description: 'up to this age; null: all that is older'),
        new OA\Property(property: 'every', type: 'string', enum: ['version', 'hour', 'day', 'week', 'month']),
    ])),
])]
final readonly class RetentionPolicyData {}
