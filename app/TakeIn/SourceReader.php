<?php

declare(strict_types=1);

namespace App\TakeIn;

use App\Models\Document;
use App\Models\Workspace;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\MediaType;
use App\Workspace\Reading\Formats;
use App\Workspace\Sources;
use Hafenbuch\Core\Document\OnDiskKind;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Reference\Resolver;
use Hafenbuch\Core\TakeIn\MediaKind;
use Hafenbuch\Core\TakeIn\SourceFile;
use Hafenbuch\Core\Write\UnableToRead;
use Illuminate\Support\Facades\DB;

/** Looks at files from elsewhere: what they hold, and to which others they refer in turn. */
final class SourceReader
{
    private readonly FormatRegistry $formats;

    private readonly Resolver $resolver;

    /** @var array<string, string> by path: why a file cannot come in */
    private array $refused = [];

    private function __construct(Workspace $workspace, private readonly Sources $sources)
    {
        $this->formats = Formats::of($workspace);
        $this->resolver = new Resolver($workspace->root);
    }

    /**
     * @param  array<string, string>  $wanted  by absolute path: the document that refers to it
     * @return array{list<SourceFile>, array<string, string>} files, each before those that it refers to; and by path why others cannot come in
     */
    public static function read(Workspace $workspace, Sources $sources, array $wanted): array
    {
        $reader = new self($workspace, $sources);
        $most = (int) config('limits.taken_in');
        $files = [];
        $seen = $queue = $wanted;
        while ($queue !== []) {
            $path = (string) array_key_first($queue);
            $referrer = $queue[$path];
            unset($queue[$path]);
            if (count($files) >= $most) {
                $reader->refused[$path] = "More than {$most} files would come in. Take them in by parts.";

                continue;
            }
            $file = $reader->file($path, $referrer);
            foreach ($file?->filesOutside() ?? [] as $below) {
                if (! isset($seen[$below])) {
                    $seen[$below] = $queue[$below] = $path;
                }
            }
            if ($file !== null) {
                $files[] = $file;
            }
        }

        return [$files, $reader->refused];
    }

    private function file(string $path, string $referrer): ?SourceFile
    {
        $found = $this->sources->find($path);
        if ($found === null) {
            return $this->refuse($path, 'It lies where nothing may be taken from: neither in a workspace of yours nor in a folder of HAFENBUCH_ROOTS.');
        }
        [$files, $below] = $found;
        if ($files->stat($below) === null) {
            return $this->refuse($path, 'There is no file.');
        }
        if ($files->isLink($below)) {
            return $this->refuse($path, 'It is a link. Refer to what it leads to.');
        }
        try {
            return $this->looked($files, $below, $path, $referrer) ?? $this->refuse($path, 'It cannot be read.');
        } catch (UnableToRead $failure) {
            return $this->refuse($path, $failure->getMessage());
        }
    }

    private function refuse(string $path, string $why): null
    {
        $this->refused[$path] = $why;

        return null;
    }

    private function looked(WorkspaceFiles $files, string $below, string $path, string $referrer): ?SourceFile
    {
        $key = Document::key($path);
        $known = DB::table('known_sources')->where('path_key', $key)->first();
        $now = time();
        $look = $files->look($below, $known->stat ?? '', (int) ($known->seen_at ?? 0), $known?->hash);
        if ($look->kind !== OnDiskKind::File || $look->hash === null) {
            return null;
        }
        if ($known === null || $known->hash !== $look->hash || $known->stat !== $look->stat) {
            DB::table('known_sources')->upsert([['path_key' => $key, 'stat' => $look->stat, 'seen_at' => $now, 'hash' => $look->hash, 'used_at' => now()]], ['path_key'], ['stat', 'seen_at', 'hash', 'used_at']);
        }
        $size = (int) ($files->stat($below)->size ?? 0);
        [$ends, $isWhole] = $this->ends($files, $below, $path, $size);

        return new SourceFile($path, $look->hash, $size, MediaKind::of(MediaType::of($path), $this->formats->forPath($path) !== null), $look->stat, $referrer, $ends, $isWhole);
    }

    /** @return array{list<string>, bool} where its references end, and whether all are known */
    private function ends(WorkspaceFiles $files, string $below, string $path, int $size): array
    {
        if ($this->formats->forPath($path) === null) {
            return [[], true];
        }
        if (! $this->formats->isReadable($path, $size)) {
            return [[], false];
        }
        $reading = $this->formats->read($path, $files->bytes($below));
        $ends = [];
        foreach ($reading->references as $site) {
            $end = $this->resolver->resolve($path, $site->raw, $site->style, $reading->base)->end();
            if ($end !== null) {
                $ends[$end] = $end;
            }
        }

        return [array_values($ends), $reading->note === null];
    }
}
