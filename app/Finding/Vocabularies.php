<?php

declare(strict_types=1);

namespace App\Finding;

use App\Models\Workspace;
use App\Workspace\Kept\KeptFile;
use Hafenbuch\Core\Find\Vocabulary;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Keeps the words of each workspace in a file, since all of them are looked through for a part of one. */
final class Vocabularies
{
    private const FORM = 'Hafenbuch vocabulary 1';

    /** Of more new words the file is written anew. */
    private const MANY = 500;

    public static function of(Workspace $workspace): Vocabulary
    {
        $edition = (int) DB::table('search_states')->where('workspace_id', $workspace->id)->value('edition');
        $known = self::read($workspace);
        $isKnown = $known['edition'] === $edition && ($known['last'] === 0 || self::words($workspace)->where('id', $known['last'])->exists());
        $known = $isKnown ? $known : ['last' => 0, 'edition' => $edition, 'words' => "\n"];
        // Whoever writes words of a workspace holds its row; so their numbers are committed in their order.
        $new = self::words($workspace)->where('id', '>', $known['last'])->orderBy('id')->pluck('word', 'id');
        if ($new->isEmpty()) {
            return new Vocabulary($known['words']);
        }
        $known = ['last' => (int) $new->keys()->last(), 'edition' => $edition, 'words' => $known['words'].$new->implode("\n")."\n"];
        if (($new->count() > self::MANY || ! $isKnown) && DB::transactionLevel() === 0) {
            KeptFile::write(self::path($workspace), self::FORM, [pack('PVV', $known['last'], $edition, strlen($known['words'])), $known['words']]);
        }

        return new Vocabulary($known['words']);
    }

    /** @return array{last: int, edition: int, words: string} */
    private static function read(Workspace $workspace): array
    {
        $file = KeptFile::open(self::path($workspace), self::FORM);
        if ($file !== null) {
            ['last' => $last, 'edition' => $edition, 'bytes' => $bytes] = $file->numbers('Plast/Vedition/Vbytes');
            $words = $file->take($bytes);
            if ($file->isSound()) {
                return ['last' => $last, 'edition' => $edition, 'words' => $words];
            }
        }

        return ['last' => 0, 'edition' => -1, 'words' => "\n"];
    }

    private static function words(Workspace $workspace): Builder
    {
        return DB::table('search_words')->where('workspace_id', $workspace->id);
    }

    private static function path(Workspace $workspace): string
    {
        return storage_path("vocabularies/{$workspace->id}");
    }
}
