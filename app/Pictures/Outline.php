<?php

declare(strict_types=1);

namespace App\Pictures;

use App\Drafts\WorkingContent;
use App\Models\Document;
use App\Support\ManyValues;
use App\Workspace\MediaFacts;
use App\Workspace\MediaType;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Picture\Table;
use Hafenbuch\Core\Picture\Timeline;
use Hafenbuch\Core\Reference\Resolver;
use Illuminate\Support\Facades\DB;

/** What a table or a timeline holds, and what is known of a sound or a picture, for a page that shows it large. */
final readonly class Outline
{
    private const ROWS = 501;

    /** More of a table is not looked at, and of a timeline nothing: read as JSON it takes fifty times as much. */
    private const BYTES = 2 << 20;

    public function __construct(private WorkingContent $working) {}

    /** @return array<string, string> what is known of a sound, a moving or a still picture: value by name */
    public function facts(Document $document): array
    {
        $type = MediaType::of($document->path);
        $subject = MediaFacts::isMedia($type) ? $this->subject($document) : null;
        if ($subject === null) {
            return [];
        }
        try {
            return MediaFacts::ofStream($subject->open($document->path), $type);
        } catch (CannotDraw) {
            return [];
        }
    }

    /** @return list<list<string>> the first rows, the heads among them */
    public function rows(Document $document): array
    {
        return in_array(strtolower(Path::extensionOf($document->path)), ['csv', 'tsv'], true) ? Table::rowsOf($this->begin($document), self::ROWS) : [];
    }

    /** @return list<array{name: string, clips: list<array{name: ?string, start: float, length: float, isKnown: bool, document: ?string, path: ?string, isThere: bool}>}> times in seconds; a gap has no name */
    public function tracks(Document $document): array
    {
        return $this->tracksOf($document, strtolower(Path::extensionOf($document->path)) === 'otio' ? $this->begin($document) : '');
    }

    /**
     * The same of a content that the document had.
     *
     * @return list<array{name: string, clips: list<array{name: ?string, start: float, length: float, isKnown: bool, document: ?string, path: ?string, isThere: bool}>}>
     */
    public function tracksOf(Document $document, string $bytes): array
    {
        $tracks = $bytes === '' || strlen($bytes) >= self::BYTES ? [] : Timeline::of($bytes)->tracks;
        $resolver = new Resolver($document->workspace->root);
        $paths = [];
        foreach ($tracks as $track) {
            foreach ($track['clips'] as $clip) {
                $path = $clip['address'] === null ? null : $resolver->resolve($document->path, $clip['address'])->path;
                if ($path !== null) {
                    $paths[$clip['address']] = $path;
                }
            }
        }
        $there = $this->known($document, array_values(array_unique($paths)));

        return array_map(static fn (array $track): array => ['name' => $track['name'], 'clips' => array_map(static function (array $clip) use ($paths, $there): array {
            $path = $clip['address'] === null ? null : $paths[$clip['address']] ?? null;
            unset($clip['address']);

            return [...$clip, 'document' => $path === null ? null : $there[Path::key($path)] ?? null, 'path' => $path, 'isThere' => $path === null || isset($there[Path::key($path)])];
        }, $track['clips'])], $tracks);
    }

    /**
     * @param  list<string>  $paths
     * @return array<string, string> ids by the keys of their paths, of those that are there
     */
    private function known(Document $document, array $paths): array
    {
        $known = [];
        foreach (ManyValues::portions(array_map(Path::key(...), $paths)) as $keys) {
            $known += ManyValues::among(DB::table('documents'), 'path_key', $keys)->where('workspace_id', $document->workspace_id)->whereNull('dropped_at')->where('is_gone', false)->pluck('id', 'path_key')->all();
        }

        return $known;
    }

    private function begin(Document $document): string
    {
        try {
            return $this->subject($document)?->begin($document->path, self::BYTES) ?? '';
        } catch (CannotDraw) {
            return '';
        }
    }

    /** Whoever has taken it away meanwhile leaves nothing to show. */
    private function subject(Document $document): ?Subject
    {
        $lies = $this->working->file($document);
        if ($lies === null) {
            return null;
        }
        $contents = [$document->path => $lies['within'] === $document->workspace->root ? null : $lies['file']];

        return new Subject($document->path, null, $contents, $document->workspace->root, '');
    }
}
