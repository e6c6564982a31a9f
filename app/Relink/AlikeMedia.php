<?php

declare(strict_types=1);

namespace App\Relink;

use App\Models\Workspace;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\MediaFacts;
use App\Workspace\MediaType;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Relink\Candidate;
use Hafenbuch\Core\Relink\CandidateFinder;
use Hafenbuch\Core\Relink\LostFile;
use Hafenbuch\Core\Relink\PresentFile;

/** Where nothing else tells which picture or sound is meant: those that are as wide and high, or as long. That means opening them, so it is done for few. */
final class AlikeMedia
{
    /** So many missed ones, and so many that are there, are looked into for one question. */
    private const MOST = 300;

    /**
     * @param  list<LostFile>  $lost
     * @param  list<list<Candidate>>  $candidates  for each
     * @return list<list<Candidate>> with more for those that had none
     */
    public static function added(Workspace $workspace, array $lost, array $candidates): array
    {
        $store = app(DiskContentStore::class);
        $unknown = [];
        foreach ($lost as $number => $one) {
            if ($candidates[$number] === [] && count($unknown) < self::MOST && $one->hash !== null && MediaFacts::isMedia(MediaType::of($one->path)) && $store->has($one->hash)) {
                $words = implode(', ', MediaFacts::ofFile($store->file($one->hash), MediaType::of($one->path)));
                $unknown += $words === '' ? [] : [$number => new LostFile($one->path, $one->hash, $one->size, $one->seenAt, $one->deletedBy, $words)];
            }
        }
        foreach ($unknown === [] ? [] : CandidateFinder::find(array_values($unknown), self::present($workspace, array_values($unknown))) as $at => $found) {
            $candidates[array_keys($unknown)[$at]] = $found;
        }

        return array_values($candidates);
    }

    /**
     * @param  list<LostFile>  $lost
     * @return \Generator<PresentFile>
     */
    private static function present(Workspace $workspace, array $lost): \Generator
    {
        $extensions = array_fill_keys(array_map(static fn (LostFile $one): string => Path::extensionOf($one->path), $lost), true);
        $files = WorkspaceFiles::of($workspace);
        $looked = 0;
        foreach (PresentFiles::of($workspace) as $file) {
            if (! isset($extensions[Path::extensionOf($file->path)]) || $looked++ >= self::MOST) {
                continue;
            }
            try {
                // A link is followed by no reader.
                $words = $files->isLink($file->path) ? '' : implode(', ', MediaFacts::ofFile($files->absolute($file->path), MediaType::of($file->path)));
            } catch (InvalidPath) {
                continue;
            }
            yield new PresentFile($file->path, $file->hash, $file->size, $words === '' ? null : $words);
        }
    }
}
