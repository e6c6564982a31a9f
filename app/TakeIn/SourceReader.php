<?php

declare(strict_types=1);

namespace App\TakeIn;

use App\Models\Document;
use App\Models\Workspace;
use App\Support\ManyValues;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\MediaType;
use App\Workspace\Reading\Formats;
use App\Workspace\Reading\Readers;
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
    private const AT_ONCE = 500;

    /** So many are worth other processes. */
    private const TOGETHER = 300;

    private readonly FormatRegistry $formats;

    private readonly Resolver $resolver;

    /** @var array<string, string> by path: why a file cannot come in */
    private array $refused = [];

    /** @var array<string, object{stat: string, seen_at: int, hash: string}> by the key of a path: what it held when it was last read */
    private array $known = [];

    /** @var array<string, array{path_key: string, stat: string, seen_at: int, hash: string, used_at: string}> by key: what is known now and was not */
    private array $learnt = [];

    /** @var array<string, true> keys of those whose hash was found just now */
    private array $hashed = [];

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
        $reader->recall(array_map(strval(...), array_keys($wanted)));
        $reader->hashTogether(array_map(strval(...), array_keys($wanted)));
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
            $new = array_values(array_filter($file?->filesOutside() ?? [], static fn (string $below): bool => ! isset($seen[$below])));
            $reader->recall($new);
            $reader->hashTogether($new);
            foreach ($new as $below) {
                $seen[$below] = $queue[$below] = $path;
            }
            if ($file !== null) {
                $files[] = $file;
            }
        }

        $reader->remember();

        return [$files, $reader->refused];
    }

    /** @param list<string> $paths */
    private function recall(array $paths): void
    {
        foreach (array_chunk(array_map(Document::key(...), $paths), self::AT_ONCE) as $keys) {
            $this->known += ManyValues::among(DB::table('known_sources'), 'path_key', $keys)->get(['path_key', 'stat', 'seen_at', 'hash'])->keyBy('path_key')->all();
        }
    }

    /**
     * Many files that nobody has hashed are hashed on all processors. What is found so counts as any other that was known: by the stat that
     * the file had before, and only if that is old enough to prove it.
     *
     * @param  list<string>  $paths
     */
    private function hashTogether(array $paths): void
    {
        $by = [];
        foreach (count($paths) < self::TOGETHER ? [] : $paths as $path) {
            $found = $this->formats->forPath($path) === null ? $this->sources->find($path) : null;
            $stat = $found === null || $found[0]->isLink($found[1]) ? null : $found[0]->stat($found[1]);
            $known = $this->known[Document::key($path)] ?? null;
            if ($found !== null && $stat !== null && ($known === null || ! $stat->proves($known->stat, (int) $known->seen_at))) {
                $by[$found[0]->root()][$found[1]] = [$path, $stat];
            }
        }
        foreach ($by as $root => $files) {
            $asked = array_map(static fn (string|int $below, array $file): array => [(string) $below, $file[1]->size, null], array_keys($files), $files);
            foreach ((new Readers($root))->look($asked) as $report) {
                if ($report !== null && $report->hash !== null) {
                    [$path, $stat] = $files[$report->path];
                    $this->known[Document::key($path)] = (object) ['stat' => $stat->signature, 'seen_at' => $report->seenAt, 'hash' => $report->hash];
                    $this->hashed[Document::key($path)] = true;
                }
            }
        }
    }

    /** With few statements, since each waits for the disk. */
    private function remember(): void
    {
        foreach (array_chunk(array_values($this->learnt), self::AT_ONCE) as $rows) {
            DB::table('known_sources')->upsert($rows, ['path_key'], ['stat', 'seen_at', 'hash', 'used_at']);
        }
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
        $known = $this->known[$key] ?? null;
        $now = time();
        $look = $files->look($below, $known->stat ?? '', (int) ($known->seen_at ?? 0), $known?->hash);
        if ($look->kind !== OnDiskKind::File || $look->hash === null) {
            return null;
        }
        if ($known === null || $known->hash !== $look->hash || $known->stat !== $look->stat || isset($this->hashed[$key])) {
            $this->learnt[$key] = ['path_key' => $key, 'stat' => $look->stat, 'seen_at' => isset($this->hashed[$key]) && $known !== null && $known->stat === $look->stat ? (int) $known->seen_at : $now, 'hash' => $look->hash, 'used_at' => now()->format('Y-m-d H:i:s.v')];
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
