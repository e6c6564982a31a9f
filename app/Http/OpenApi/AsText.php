<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** In which form a content goes over the wire. */
#[\Attribute(\Attribute::TARGET_CLASS | \Attribute::TARGET_METHOD)]
final class AsText extends OA\QueryParameter
{
    public function __construct()
    {
        parent::__construct(name: 'as', description: 'text: in UTF-8, whatever charset the document is in, and sizes and places count its bytes; else the bytes of the file', schema: new OA\Schema(type: 'string', enum: ['bytes', 'text']));
    }
}
