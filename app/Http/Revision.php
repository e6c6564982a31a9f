<?php

declare(strict_types=1);

namespace App\Http;

use Illuminate\Http\Request;
use Symfony\Component\HttpKernel\Exception\PreconditionRequiredHttpException;

/** A document's revision as an entity tag (RFC 9110, section 8.8.3). */
final class Revision
{
    private const MISSING = 'Name the revision that you have read in If-Match, so that no one’s work is overwritten.';

    public static function tag(int $revision): string
    {
        return "\"{$revision}\"";
    }

    /** @throws PreconditionRequiredHttpException where If-Match names none */
    public static function named(Request $request): int
    {
        return preg_match('~^"(\d{1,9})"$~', (string) $request->header('If-Match'), $match) === 1
            ? (int) $match[1]
            : throw new PreconditionRequiredHttpException(self::MISSING);
    }
}
