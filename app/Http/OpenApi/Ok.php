<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** An answer that holds one of our data, or a list of it. */
#[\Attribute(\Attribute::TARGET_CLASS | \Attribute::TARGET_METHOD | \Attribute::IS_REPEATABLE)]
final class Ok extends OA\Response
{
    public function __construct(string $schema, bool $list = false, int $status = 200)
    {
        $ref = '#/components/schemas/'.$schema;
        parent::__construct(
            response: $status,
            description: $list ? "a list of {$schema}" : $schema,
            content: $list ? new OA\JsonContent(type: 'array', items: new OA\Items(ref: $ref)) : new OA\JsonContent(ref: $ref),
        );
    }
}
