<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** A JSON body with the given properties. */
#[\Attribute(\Attribute::TARGET_CLASS | \Attribute::TARGET_METHOD)]
final class Body extends OA\RequestBody
{
    /**
     * @param  list<OA\Property>  $properties
     * @param  list<string>  $required
     */
    public function __construct(array $properties, array $required = [])
    {
        parent::__construct(required: true, content: $required === []
            ? new OA\JsonContent(properties: $properties, type: 'object')
            : new OA\JsonContent(properties: $properties, type: 'object', required: $required));
    }
}
