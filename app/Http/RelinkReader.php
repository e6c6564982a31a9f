<?php

declare(strict_types=1);

namespace App\Http;

use App\Relink\EndReader;
use App\Relink\RelinkWish;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Reference\Address;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** Reads answers to strays from a request. */
#[OA\Schema(schema: 'RelinkWish', properties: [
    new OA\Property(property: 'answers', type: 'array', items: new OA\Items(type: 'object', required: ['missing'], properties: [
        new OA\Property(property: 'missing', type: 'string', description: 'the path or address that references name'),
        new OA\Property(property: 'to', type: 'string', nullable: true, description: 'the path or address that they are to name'),
        new OA\Property(property: 'remove', type: 'boolean', description: 'whether they are taken out'),
    ])),
    new OA\Property(property: 'folders', type: 'array', items: new OA\Items(type: 'object', required: ['from', 'to'], properties: [
        new OA\Property(property: 'from', type: 'string', description: 'the folder that files lay in'),
        new OA\Property(property: 'to', type: 'string', description: 'where they are to be found under the same names'),
    ])),
    new OA\Property(property: 'sure', type: 'boolean', description: 'whether every candidate is taken that the content vouches for'),
    new OA\Property(property: 'fingerprint', type: 'string', description: 'of the plan that was read'),
    new OA\Property(property: 'note', type: 'string', nullable: true),
])]
final class RelinkReader
{
    public static function read(Request $request): RelinkWish
    {
        $most = (int) config('limits.decisions');
        $answers = $folders = [];
        foreach (DecisionReader::list($request->input('answers', []), 'answers') as $place => $given) {
            $answers[EndReader::read(self::text($given, 'missing', "answers.{$place}"))] = is_array($given) && ($given['remove'] ?? false) === true ? Address::NOWHERE : EndReader::read(self::text($given, 'to', "answers.{$place}"));
        }
        foreach (array_slice(DecisionReader::list($request->input('folders', []), 'folders'), 0, $most) as $place => $given) {
            $folders[rtrim(self::text($given, 'from', "folders.{$place}", true), '/')] = rtrim(self::text($given, 'to', "folders.{$place}", true), '/');
        }

        return new RelinkWish($answers, $folders, $request->boolean('sure'));
    }

    private static function text(mixed $given, string $name, string $at, bool $mayBeEmpty = false): string
    {
        $text = is_array($given) ? $given[$name] ?? ($mayBeEmpty ? '' : null) : null;

        return is_string($text) && ($text !== '' || $mayBeEmpty) && mb_check_encoding($text, 'UTF-8') && ! str_contains($text, "\0") && strlen($text) <= Path::PATH_BYTES ? $text : throw DecisionReader::wrong("{$at}.{$name}", 'must be a path or an address');
    }
}
