<?php

declare(strict_types=1);

namespace App\Saving;

use App\Models\Document;
use App\Models\Workspace;
use App\Support\ManyValues;
use App\Workspace\Reading\Formats;
use Hafenbuch\Core\Plan\PlanLine;
use Hafenbuch\Core\Write\Operation;

/** Files that an operation only gives another name. Nothing of them goes, so media among them are not kept, however large the folder is that moves. */
final readonly class MovedFiles
{
    /**
     * What the transaction sees as such: not a file whose place another one takes.
     *
     * @param  list<PlanLine>  $lines
     * @return array<string, array{PlanLine, string}> by document id: the line by which the file comes, and the path that it leaves
     */
    public static function of(array $lines): array
    {
        $operation = new Operation('moves', DatabaseJournal::changes($lines));
        $sources = [];
        foreach ($operation->changes as $change) {
            $source = $operation->sourceOf($change);
            $sources += $source === null ? [] : [$change->path => $source];
        }
        $moved = [];
        foreach ($lines as $line) {
            if ($line->action->writes() && isset($sources[$line->path])) {
                $moved[$line->documentId] = [$line, $sources[$line->path]];
            }
        }

        return $moved;
    }

    /**
     * Those that are not kept. Of what can be written here every state is, from the first on; and what is small takes no room that is worth sparing.
     *
     * @param  list<PlanLine>  $lines
     * @return array<string, array{string, int}> by document id: the SHA-256 of the content, and its bytes
     */
    public static function unkept(Workspace $workspace, array $lines): array
    {
        $formats = Formats::of($workspace);
        $moved = array_filter(self::of($lines), static fn (array $moved): bool => $formats->forPath($moved[0]->path) === null && $formats->forPath($moved[1]) === null);
        $unkept = [];
        foreach (ManyValues::portions(array_keys($moved)) as $ids) {
            foreach (ManyValues::among(Document::query(), 'id', $ids)->where('size', '>=', ArrivingContents::LEAST)->pluck('size', 'id')->all() as $id => $size) {
                $unkept[$id] = [(string) $moved[$id][0]->after, (int) $size];
            }
        }

        return $unkept;
    }
}
