<?php

declare(strict_types=1);

namespace App\Http;

use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Change\Changes;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use OpenApi\Attributes as OA;

/** Reads the changes of a content from a request. */
#[OA\Schema(schema: 'Change', description: 'one stretch, in bytes of the content before all of them', required: ['at', 'removed', 'inserted'], properties: [
    new OA\Property(property: 'at', type: 'integer', minimum: 0),
    new OA\Property(property: 'removed', type: 'integer', minimum: 0),
    new OA\Property(property: 'inserted', type: 'string'),
])]
#[OA\Schema(schema: 'Changes', required: ['changes', 'size'], properties: [
    new OA\Property(property: 'changes', type: 'array', maxItems: self::MOST, items: new OA\Items(ref: '#/components/schemas/Change'), description: 'by their place, none overlapping'),
    new OA\Property(property: 'size', type: 'integer', minimum: 0, description: 'of the content afterwards, in bytes; another one shows that they were made from another content'),
])]
final class ChangesReader
{
    private const MOST = 20000;

    private const DEPTH = 4;

    /**
     * Reads the body as it came: the framework's input has its strings trimmed.
     *
     * @return array{Changes, int} and the size of the content afterwards, in bytes
     *
     * @throws ValidationException
     */
    public static function read(Request $request): array
    {
        $given = json_decode((string) $request->getContent(), true, self::DEPTH);
        $size = is_array($given) ? $given['size'] ?? null : null;
        $changes = is_array($given) ? $given['changes'] ?? null : null;
        if (! is_int($size) || $size < 0 || ! is_array($changes) || ! array_is_list($changes)) {
            throw self::wrong('The body must be JSON with “changes”, a list, and “size”, the number of bytes afterwards.');
        }
        if (count($changes) > self::MOST) {
            throw self::wrong('At most '.self::MOST.' changes are taken at once. Send the whole content instead.');
        }

        return [self::changes($changes), $size];
    }

    /** @param list<mixed> $given */
    private static function changes(array $given): Changes
    {
        $changes = [];
        $end = 0;
        foreach ($given as $number => $one) {
            $at = is_array($one) ? $one['at'] ?? null : null;
            $removed = is_array($one) ? $one['removed'] ?? null : null;
            $inserted = is_array($one) ? $one['inserted'] ?? null : null;
            if (! is_int($at) || ! is_int($removed) || $removed < 0 || $removed > PHP_INT_MAX - max(0, $at) || ! is_string($inserted)) {
                throw self::wrong("Change {$number} must have “at” and “removed”, in bytes, and “inserted”, a text.");
            }
            if ($at < $end) {
                throw self::wrong("Change {$number} begins at byte {$at}, before the end of the one before it or of nothing. Name them by their place.");
            }
            $changes[] = new Change($at, $removed, $inserted);
            $end = $at + $removed;
        }

        return Changes::of(...$changes);
    }

    private static function wrong(string $message): ValidationException
    {
        return ValidationException::withMessages(['changes' => $message]);
    }
}
