<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** The header by which whoever writes says what they have read. */
#[\Attribute(\Attribute::TARGET_CLASS | \Attribute::TARGET_METHOD)]
final class IfMatch extends OA\HeaderParameter
{
    public function __construct()
    {
        parent::__construct(name: 'If-Match', required: true, description: 'the revision that was read, in quotes', schema: new OA\Schema(type: 'string'));
    }
}
