<?php

declare(strict_types=1);

namespace App\Crates\Writing;

use App\Models\Version;
use App\Support\ManyValues;
use App\Workspace\Files\DiskContentStore;
use Hafenbuch\Core\Crate\CrateEntry;

/** The versions of packed documents, each content once. They lie beside the payload, since nothing in it refers to them. */
final readonly class VersionsOfCrate
{
    public const FOLDER = 'versions';

    public function __construct(private DiskContentStore $contents) {}

    public static function path(string $hash): string
    {
        return self::FOLDER.'/'.$hash;
    }

    /**
     * @param  list<CrateEntry>  $entries
     * @return array<string, list<array{number: int, at: string, note: ?string, label: ?string, sha256: string, bytes: int}>> by document id
     */
    public function of(array $entries): array
    {
        $versions = [];
        foreach (ManyValues::portions(array_values(array_filter(array_map(static fn (CrateEntry $entry): ?string => $entry->file->id, $entries)))) as $ids) {
            foreach (ManyValues::among(Version::query(), 'document_id', $ids)->orderBy('document_id')->orderBy('number')->get() as $version) {
                if ($this->contents->has($version->hash)) {
                    $versions[$version->document_id][] = ['number' => $version->number, 'at' => $version->at->toIso8601ZuluString('millisecond'), 'note' => $version->note, 'label' => $version->label, 'sha256' => $version->hash, 'bytes' => $version->size];
                }
            }
        }

        return $versions;
    }

    /**
     * @param  array<string, list<array{sha256: string, bytes: int}>>  $versions
     * @return array<string, int> bytes by hash, each content once
     */
    public static function sizes(array $versions): array
    {
        return array_column(array_merge([], ...array_values($versions)), 'bytes', 'sha256');
    }

    /**
     * @param  array<string, int>  $sizes  bytes by hash
     * @return iterable<string, array{int, iterable<string>}> size and parts by path in the crate
     */
    public function contents(array $sizes): iterable
    {
        foreach ($sizes as $hash => $size) {
            yield self::path((string) $hash) => [$size, $this->parts((string) $hash)];
        }
    }

    /** @return \Generator<string> */
    private function parts(string $hash): \Generator
    {
        $stream = $this->contents->open($hash);
        while (! feof($stream)) {
            yield (string) fread($stream, 1 << 20);
        }
        fclose($stream);
    }
}
