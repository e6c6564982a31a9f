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

    /** Of more words, parts and errors are not looked for: all of them are gone through for each question. */
    private const BYTES = 24 << 20;

    private const CHUNK = 20_000;

    /** Of more new words the file is written anew. */
    private const MANY = 500;

    public static function of(Workspace $workspace): Vocabulary
    {
        $mark = (int) DB::table('search_states')->where('workspace_id', $workspace->id)->value('mark');
        $known = self::read($workspace);
        $isKnown = $known['mark'] === $mark && ($known['last'] === 0 || self::words($workspace)->where('id', $known['last'])->value('word') === self::last($known['words']));
        $known = $isKnown ? $known : ['last' => 0, 'mark' => $mark, 'words' => "\n"];
        // Whoever writes words of a workspace holds its row; so their numbers are committed in their order.
        $came = 0;
        while (strlen($known['words']) < self::BYTES && ($new = self::words($workspace)->where('id', '>', $known['last'])->orderBy('id')->limit(self::CHUNK)->pluck('word', 'id'))->isNotEmpty()) {
            $known = ['last' => (int) $new->keys()->last(), 'mark' => $mark, 'words' => $known['words'].$new->implode("\n")."\n"];
            $came += $new->count();
        }
        if ($came > 0 && ($came > self::MANY || ! $isKnown) && DB::transactionLevel() === 0) {
            KeptFile::write(self::path($workspace), self::FORM, [pack('PVV', $known['last'], $mark, strlen($known['words'])), $known['words']]);
        }

        return new Vocabulary($known['words'], strlen($known['words']) >= self::BYTES);
    }

    private static function last(string $words): string
    {
        return substr($words, (int) strrpos($words, "\n", -2) + 1, -1);
    }

    /** @return array{last: int, mark: int, words: string} */
    private static function read(Workspace $workspace): array
    {
        $file = KeptFile::open(self::path($workspace), self::FORM);
        if ($file !== null) {
            ['last' => $last, 'mark' => $mark, 'bytes' => $bytes] = $file->numbers('Plast/Vmark/Vbytes');
            $words = $file->take($bytes);
            if ($file->isSound()) {
                return ['last' => $last, 'mark' => $mark, 'words' => $words];
            }
        }

        return ['last' => 0, 'mark' => -1, 'words' => "\n"];
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
