<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use Symfony\Component\HttpFoundation\BinaryFileResponse;

final class OpenApiController
{
    public function __invoke(): BinaryFileResponse
    {
        return response()->file(resource_path('openapi.json'), ['Content-Type' => 'application/json']);
    }
}
