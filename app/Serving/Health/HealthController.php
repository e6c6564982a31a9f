<?php

declare(strict_types=1);

namespace App\Serving\Health;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** For the programs that watch over this one. */
final class HealthController
{
    /** Alive: it answers. */
    public function up(): Response
    {
        return response('alive', 200, ['Content-Type' => 'text/plain', 'Cache-Control' => 'no-store']);
    }

    public function ready(Readiness $readiness): JsonResponse
    {
        $parts = $readiness->parts();
        $isReady = array_diff($parts, [Readiness::WELL]) === [];

        return new JsonResponse(['ready' => $isReady, ...$parts], $isReady ? 200 : 503, ['Cache-Control' => 'no-store']);
    }

    public function metrics(Request $request, Metrics $metrics): Response
    {
        $token = (string) config('server.metrics_token');
        if ($token === '' || ! hash_equals($token, (string) $request->bearerToken())) {
            throw new NotFoundHttpException;
        }

        return response($metrics->text(), 200, ['Content-Type' => 'text/plain; version=0.0.4', 'Cache-Control' => 'no-store']);
    }
}
