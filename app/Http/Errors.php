<?php

declare(strict_types=1);

namespace App\Http;

use App\Crates\CrateChanged;
use App\Drafts\ChangesDoNotFit;
use App\Drafts\DocumentLocked;
use App\Drafts\DraftChanged;
use App\Http\Data\CratePlanData;
use App\Http\Data\OpeningData;
use App\Http\Data\PlanData;
use App\Rights\NotAllowed;
use App\Saving\PlanBlocked;
use App\Saving\PlanChanged;
use App\Saving\WrittenMeanwhile;
use App\Sessions\OpeningChanged;
use App\Support\DatabaseTrouble;
use App\Support\Refused;
use App\Support\RequestNumber;
use App\Workspace\SettingsChanged;
use Hafenbuch\Core\Naming\InvalidNamingRule;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Reference\UnwritableValue;
use Hafenbuch\Core\Release\InvalidChain;
use Hafenbuch\Core\Retention\InvalidRule;
use Hafenbuch\Core\Write\FileChanged;
use Hafenbuch\Core\Write\Stopped;
use Hafenbuch\Core\Write\UnableToRead;
use Hafenbuch\Core\Write\UnableToTakeBack;
use Hafenbuch\Core\Write\UnableToWrite;
use Illuminate\Auth\AuthenticationException;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use Symfony\Component\HttpKernel\Exception\AccessDeniedHttpException;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;

/** Every failure of the API as problem details (RFC 9457). */
final class Errors
{
    private const STATUS = [
        DraftChanged::class => 412,
        SettingsChanged::class => 412,
        ChangesDoNotFit::class => 409,
        PlanChanged::class => 409,
        OpeningChanged::class => 409,
        CrateChanged::class => 409,
        PlanBlocked::class => 422,
        InvalidPath::class => 422,
        InvalidNamingRule::class => 422,
        InvalidRule::class => 422,
        InvalidChain::class => 422,
        UnwritableValue::class => 422,
        FileChanged::class => 409,
        UnableToRead::class => 409,
        UnableToWrite::class => 507,
        UnableToTakeBack::class => 507,
        WrittenMeanwhile::class => 503,
        Stopped::class => 409,
        DocumentLocked::class => 423,
        NotAllowed::class => 403,
        Refused::class => 422,
    ];

    private const REPORTED = [UnableToRead::class, UnableToWrite::class, UnableToTakeBack::class, WrittenMeanwhile::class];

    /** When to ask again what the database did not take. */
    private const RETRY_SECONDS = 2;

    private const TITLES = [
        401 => 'Not logged in', 403 => 'Not allowed', 404 => 'Not found', 405 => 'Method not allowed', 409 => 'Moved on since',
        412 => 'Moved on since', 413 => 'Too large', 419 => 'Session expired', 422 => 'Cannot be done', 423 => 'Locked', 428 => 'Revision needed',
        429 => 'Too many tries', 503 => 'Database away', 507 => 'Cannot be written',
    ];

    public static function register(Exceptions $exceptions): void
    {
        // What is wrong with the server, and not with what was asked, is for its log.
        $exceptions->dontReport(array_values(array_diff(array_keys(self::STATUS), self::REPORTED)));
        $exceptions->render(static fn (\Throwable $error, Request $request): ?JsonResponse => $request->is('api/*') ? self::problem($error, $request) : null);
    }

    /** @param array<string, mixed> $more */
    public static function respond(int $status, string $detail, array $more = []): JsonResponse
    {
        return new JsonResponse(
            ['type' => 'about:blank', 'title' => self::TITLES[$status] ?? 'Something went wrong', 'status' => $status, 'detail' => $detail, 'request' => RequestNumber::current(), ...$more],
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
            $error instanceof AccessDeniedHttpException => self::respond(403, $error->getMessage()),
            $error instanceof AuthenticationException => self::respond(401, 'Log in first.'),
            $error instanceof \PDOException => self::database($error),
            $error instanceof HttpExceptionInterface => self::respond($error->getStatusCode(), self::httpDetail($error))->withHeaders($error->getHeaders()),
            default => self::respond(500, 'This is a fault of ours; it is in the server’s log under the number '.RequestNumber::current().'. Nothing that was kept is lost.'),
        };
    }

    private static function database(\PDOException $error): JsonResponse
    {
        if (DatabaseTrouble::isForeignIdentity($error)) {
            return self::respond(422, 'One of the identities in this request has letters that none has. Load the page again.');
        }
        $status = match (true) {
            DatabaseTrouble::isFull($error) => 507,
            DatabaseTrouble::isPassing($error) => 503,
            default => 500,
        };

        return self::respond($status, DatabaseTrouble::words($error).($status === 500 ? ' Its number is '.RequestNumber::current().'.' : ''))->withHeaders($status === 503 ? ['Retry-After' => self::RETRY_SECONDS] : []);
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
            $error instanceof DraftChanged, $error instanceof SettingsChanged => ['revision' => $error->revision],
            $error instanceof PlanChanged => ['planned' => ShownPlans::find($request->route('workspace'), $request->user(), (string) $request->input('fingerprint')), 'now' => PlanData::of($error->now)],
            $error instanceof OpeningChanged => ['opening' => OpeningData::of($error->now)],
            $error instanceof CrateChanged && $error->now !== null => ['crate' => CratePlanData::of($error->now)],
            $error instanceof PlanBlocked => ['now' => PlanData::of($error->plan)],
            default => [],
        };
    }
}
