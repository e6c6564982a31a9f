<?php

declare(strict_types=1);

namespace App\Saving;

use App\Models\Document;
use App\Models\Workspace;
use App\Workspace\Reading\Formats;
use Hafenbuch\Core\Plan\Action;
use Hafenbuch\Core\Plan\PlanLine;

/** Files that an operation only gives another name. Nothing of them goes, so media among them are not kept, however large the folder is that moves. */
final readonly class MovedFiles
{
    private const AT_ONCE = 900;

    /**
     * @param  list<PlanLine>  $lines
     * @return array<string, array{PlanLine, PlanLine}> by document id: the line by which the file leaves, and that by which it comes
     */
    public static function of(array $lines): array
    {
        $leaving = $moved = [];
        foreach ($lines as $line) {
            if ($line->action === Action::Remove) {
                $leaving[$line->documentId] = $line;
            }
        }
        foreach ($lines as $line) {
            $from = $leaving[$line->documentId] ?? null;
            if ($from !== null && $line->action->writes() && $line->after === $from->before) {
                $moved[$line->documentId] = [$from, $line];
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
        $moved = array_filter(self::of($lines), static fn (array $moved): bool => $formats->forPath($moved[0]->path) === null && $formats->forPath($moved[1]->path) === null);
        $unkept = [];
        foreach (array_chunk(array_keys($moved), self::AT_ONCE) as $ids) {
            foreach (Document::query()->whereIn('id', $ids)->where('size', '>=', ArrivingContents::LEAST)->pluck('size', 'id')->all() as $id => $size) {
                $unkept[$id] = [(string) $moved[$id][1]->after, (int) $size];
            }
        }

        return $unkept;
    }
}
