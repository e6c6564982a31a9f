<?php

declare(strict_types=1);

namespace App\Crates\Writing;

use App\Models\DraftStep;
use App\Models\SessionItem;
use App\Sessions\StepsFile;
use App\Workspace\Files\DiskContentStore;
use Hafenbuch\Core\Crate\ContentOrigin;
use Hafenbuch\Core\Crate\CrateEntry;
use Hafenbuch\Core\Write\UnableToWrite;

/** The steps that led to packed drafts, a file for each draft, a line for each step; as sessions carry them. */
final readonly class StepsOfCrate
{
    private const FOLDER = 'steps/';

    public function __construct(private StepsFile $steps, private DiskContentStore $contents) {}

    /**
     * @param  list<CrateEntry>  $entries
     * @return array<string, string> path in the crate by document id
     */
    public function of(array $entries): array
    {
        $files = [];
        foreach ($entries as $entry) {
            if ($entry->file->id !== null && $entry->file->from === ContentOrigin::Draft) {
                $files[$entry->file->id] = self::FOLDER.(count($files) + 1).'.jsonl';
            }
        }

        return $files;
    }

    /**
     * @param  array<string, string>  $files  path in the crate by document id
     * @param  array<string, int>  $contents  bytes by hash: the contents that go along; those that steps name are added
     * @return iterable<string, array{int, iterable<string>}> size and parts by path in the crate
     */
    public function files(array $files, array &$contents): iterable
    {
        foreach ($files as $id => $path) {
            $file = fopen('php://temp/maxmemory:4194304', 'w+b') ?: throw UnableToWrite::content("There is no room for {$path}.");
            $item = new SessionItem(['document_id' => $id, 'last_step' => DraftStep::query()->where('document_id', $id)->max('id')]);
            foreach ($this->steps->pack($item, $file, [], VersionsOfCrate::FOLDER) as $hash) {
                $contents[$hash] ??= (int) $this->contents->size($hash);
            }
            $size = (int) ftell($file);
            rewind($file);
            yield $path => [$size, self::parts($file)];
        }
    }

    /**
     * @param  resource  $file
     * @return \Generator<string>
     */
    private static function parts($file): \Generator
    {
        while (! feof($file)) {
            yield (string) fread($file, 1 << 18);
        }
        fclose($file);
    }
}
