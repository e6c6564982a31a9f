<?php

declare(strict_types=1);

namespace App\Http;

use App\Drafts\DocumentLocked;
use App\Drafts\DraftChanged;
use App\Http\Data\PlanData;
use App\Saving\PlanBlocked;
use App\Saving\PlanChanged;
use App\Support\Refused;
use Hafenbuch\Core\Naming\InvalidNamingRule;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Reference\UnwritableValue;
use Hafenbuch\Core\Retention\InvalidRule;
use Hafenbuch\Core\Write\FileChanged;
use Hafenbuch\Core\Write\Stopped;
use Hafenbuch\Core\Write\UnableToRead;
use Hafenbuch\Core\Write\UnableToWrite;
use Illuminate\Auth\AuthenticationException;
use Illuminate\Database\QueryException;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Cache;
use Illuminate\Validation\ValidationException;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;

/** Every failure of the API as problem details (RFC 9457). */
final class Errors
{
    private const STATUS = [
        DraftChanged::class => 412,
        PlanChanged::class => 409,
        PlanBlocked::class => 422,
        InvalidPath::class => 422,
        InvalidNamingRule::class => 422,
        InvalidRule::class => 422,
        UnwritableValue::class => 422,
        FileChanged::class => 409,
        UnableToRead::class => 409,
        UnableToWrite::class => 507,
        Stopped::class => 409,
        DocumentLocked::class => 423,
        Refused::class => 422,
    ];

    private const TITLES = [
        401 => 'Not logged in', 403 => 'Not allowed', 404 => 'Not found', 405 => 'Method not allowed', 409 => 'Moved on since',
        412 => 'Moved on since', 413 => 'Too large', 419 => 'Session expired', 422 => 'Cannot be done', 423 => 'Locked', 428 => 'Revision needed',
        429 => 'Too many tries', 503 => 'Database away', 507 => 'Cannot be written',
    ];

    public static function register(Exceptions $exceptions): void
    {
        $exceptions->dontReport(array_keys(self::STATUS));
        $exceptions->render(static fn (\Throwable $error, Request $request): ?JsonResponse => $request->is('api/*') ? self::problem($error, $request) : null);
    }

    /** @param array<string, mixed> $more */
    public static function respond(int $status, string $detail, array $more = []): JsonResponse
    {
        return new JsonResponse(
            ['type' => 'about:blank', 'title' => self::TITLES[$status] ?? 'Something went wrong', 'status' => $status, 'detail' => $detail, ...$more],
            $status,
            ['Content-Type' => 'application/problem+json'],
            JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE,
        );
    }

    private static function problem(\Throwable $error, Request $request): JsonResponse
    {
        foreach (self::STATUS as $class => $status) {
            if ($error instanceof $class) {
                return self::respond($status, $error->getMessage(), self::more($error, $request));
            }
        }

        return match (true) {
            $error instanceof ValidationException => self::respond(422, implode(' ', array_merge(...array_values($error->errors()))), ['errors' => $error->errors()]),
            $error instanceof AuthenticationException => self::respond(401, 'Log in first.'),
            $error instanceof QueryException, $error instanceof \PDOException => self::respond(503, 'The database does not answer. Nothing was written; try again in a moment.'),
            $error instanceof HttpExceptionInterface => self::respond($error->getStatusCode(), self::httpDetail($error))->withHeaders($error->getHeaders()),
            default => self::respond(500, 'This is a fault of ours; it is in the server’s log. Nothing that was kept is lost.'),
        };
    }

    private static function httpDetail(HttpExceptionInterface $error): string
    {
        return match ($error->getStatusCode()) {
            404 => 'There is nothing at this address, or you are no member of its workspace.',
            413 => 'The content is larger than this server takes.',
            419 => 'The session has expired. Log in again.',
            429 => 'Too many tries. Wait a minute and try again.',
            default => $error->getMessage() !== '' ? $error->getMessage() : 'This cannot be done.',
        };
    }

    /** @return array<string, mixed> */
    private static function more(\Throwable $error, Request $request): array
    {
        return match (true) {
            $error instanceof DraftChanged => ['revision' => $error->revision],
            $error instanceof PlanChanged => ['planned' => Cache::get(self::planKey((string) $request->input('fingerprint'))), 'now' => PlanData::of($error->now)],
            $error instanceof PlanBlocked => ['now' => PlanData::of($error->plan)],
            default => [],
        };
    }

    /** Under which a plan that was shown is kept, for the answer that sets the new one beside it. */
    public static function planKey(string $fingerprint): string
    {
        return 'plan:'.$fingerprint;
    }
}
