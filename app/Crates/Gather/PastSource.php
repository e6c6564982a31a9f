<?php

declare(strict_types=1);

namespace App\Crates\Gather;

use App\Models\Workspace;
use App\Past\AsOf\LogbookPast;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\MediaType;
use App\Workspace\Reading\Formats;
use Hafenbuch\Core\Crate\ContentOrigin;
use Hafenbuch\Core\Crate\GatheredFile;
use Hafenbuch\Core\Crate\GatheredReference;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Format\Link\LinkReader;
use Hafenbuch\Core\Reference\FieldSite;
use Hafenbuch\Core\Reference\Resolver;
use Hafenbuch\Core\TakeIn\MediaKind;
use Illuminate\Support\Facades\DB;

/** Documents as of an entry of the logbook, with the names and contents that they had then. */
final readonly class PastSource implements DocumentSource
{
    private LogbookPast $past;

    private FormatRegistry $formats;

    private Resolver $resolver;

    private WorkspaceFiles $files;

    public function __construct(private Workspace $workspace, int $entry, private DiskContentStore $contents)
    {
        $this->past = new LogbookPast($workspace, $entry, $contents);
        $this->formats = Formats::of($workspace);
        $this->resolver = new Resolver($workspace->root);
        $this->files = WorkspaceFiles::of($workspace);
    }

    public function below(array $tops): array
    {
        return $tops;
    }

    public function paths(array $ids): array
    {
        return array_values(array_filter(array_map(fn (string $id): ?string => $this->past->state($id)?->path, $ids)));
    }

    public function inFolder(string $folder): array
    {
        return array_values(array_filter($this->past->paths(), static fn (string $path): bool => $folder === '' || str_starts_with($path, $folder.'/')));
    }

    public function at(array $paths): array
    {
        $recipes = DB::table('documents')->where('workspace_id', $this->workspace->id)->whereNotNull('recipe')->pluck('recipe', 'id')->all();
        $found = [];
        foreach ($paths as $path) {
            $id = $this->past->documentAt($path);
            $state = $id === null ? null : $this->past->state($id);
            if ($id !== null && $state !== null && $this->past->has($state->hash)) {
                $found[$path] = $this->file($id, $path, $state->hash, $recipes[$id] ?? null);
            }
        }

        return $found;
    }

    /** @return array{GatheredFile, list<GatheredReference>} */
    private function file(string $id, string $path, string $hash, ?string $recipe): array
    {
        $isKept = $this->contents->has($hash);
        $now = $isKept ? null : $this->past->fileWith($hash);
        $stat = $now === null ? null : $this->files->stat($now);
        $size = (int) ($isKept ? $this->contents->size($hash) : $stat?->size);
        $bytes = $this->formats->forPath($path) === null || ! $this->formats->isReadable($path, $size) ? null : $this->past->content($hash);
        $reading = $bytes === null ? null : $this->formats->read($path, $bytes);
        $references = [];
        foreach ($reading->references ?? [] as $site) {
            $target = $this->resolver->resolve($path, $site->raw, $site->style, $reading->base ?? null);
            $references[] = new GatheredReference($site->raw, $target->kind, $target->end());
        }
        $format = $bytes === null ? $this->formats->nameFor($path) : $this->formats->nameOf($path, $bytes);
        $title = trim($reading?->field(FieldSite::TITLE)->raw ?? '');

        return [new GatheredFile(
            $path, $id, $hash, $size, MediaKind::of(MediaType::of($path), $this->formats->forPath($path) !== null), $format,
            $isKept ? ContentOrigin::Version : ContentOrigin::Saved, $title === '' ? null : mb_substr($title, 0, 500), $this->past->hashNow($id),
            $this->formats->forPath($path) === null || ($reading !== null && $reading->note === null), $recipe, $format === LinkReader::NAME ? $references[0]->end ?? null : null, $stat->signature ?? '', $now,
        ), $references];
    }
}
