<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

#[OA\Info(version: '1', title: 'Hafenbuch', description: 'Every failure answers with problem details (RFC 9457), of the media type application/problem+json.')]
#[OA\Server(url: '/api')]
final class Api {}
