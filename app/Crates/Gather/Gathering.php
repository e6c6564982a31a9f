<?php

declare(strict_types=1);

namespace App\Crates\Gather;

use App\Crates\CrateScope;
use App\Crates\Moment;
use App\Models\User;
use App\Models\Workspace;
use App\Saving\CompanionFiles;
use App\Support\Refused;
use App\TakeIn\SourceReader;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Graph\WorkspaceGraphs;
use App\Workspace\Sources;
use Hafenbuch\Core\Crate\ContentOrigin;
use Hafenbuch\Core\Crate\Gathered;
use Hafenbuch\Core\Crate\GatheredFile;
use Hafenbuch\Core\Crate\GatheredReference;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Reference\Address;
use Hafenbuch\Core\Reference\TargetKind;
use Hafenbuch\Core\TakeIn\SourceFile;

/** Finds all that may go into a crate: what is chosen, and everything below it, wherever it lies. */
final class Gathering
{
    /** @var array<string, GatheredFile> */
    private array $files = [];

    /** @var array<string, list<GatheredReference>> */
    private array $references = [];

    /** @var list<string> ends of files whose references were not followed yet */
    private array $fresh = [];

    /** @var array<string, true> ends that were looked for */
    private array $asked = [];

    /** @var array<string, list<string>> */
    private array $companions = [];

    /** @var array<string, string> */
    private array $refused = [];

    private function __construct(private readonly Workspace $workspace, private readonly User $person, private readonly CrateScope $scope, private readonly DocumentSource $source) {}

    /** @throws Refused where nothing is chosen that is there */
    public static function of(Workspace $workspace, User $person, CrateScope $scope, WorkspaceGraphs $graphs, DiskContentStore $contents): Gathered
    {
        $source = $scope->moment === Moment::Past ? new PastSource($workspace, $scope->entry, $contents) : new TableSource($workspace, $graphs, $scope->moment === Moment::Working);

        return (new self($workspace, $person, $scope, $source))->gathered();
    }

    private function gathered(): Gathered
    {
        $tops = $this->tops();
        $this->ask($this->source->below($tops));
        do {
            $this->askWhatIsNamed($tops);
        } while ($this->takeOutside());
        $tops = array_values(array_filter($tops, fn (string $top): bool => isset($this->files[$top])));
        if ($tops === []) {
            throw Refused::because($this->scope->moment === Moment::Working ? 'Nothing is chosen that could be packed.' : 'Nothing that is chosen was there then. Choose another moment, or pack what is there now.');
        }

        return new Gathered($tops, $this->files, $this->references, $this->companions, $this->refused);
    }

    /** @return list<string> paths */
    private function tops(): array
    {
        $tops = [];
        foreach ([...$this->scope->documents, ...$this->source->paths($this->scope->ids)] as $path) {
            $tops[$path] = $path;
        }
        foreach ($this->scope->folders as $folder) {
            foreach ($this->source->inFolder($folder) as $path) {
                // What nothing refers to stays out, and whatever is referred to comes by that.
                if ($this->scope->withUnused || FormatRegistry::standard()->forPath($path) !== null) {
                    $tops[$path] = $path;
                }
            }
        }

        return array_values($tops);
    }

    /** @param list<string> $paths */
    private function askWhatIsNamed(array $paths): void
    {
        do {
            $this->ask($paths);
            $named = [];
            $fresh = $this->fresh;
            $this->fresh = [];
            foreach ($fresh as $end) {
                foreach ($this->references[$end] as $reference) {
                    if ($reference->kind === TargetKind::File && $reference->end !== null && ! isset($this->asked[$reference->end])) {
                        $named[$reference->end] = $reference->end;
                    }
                }
            }
            $paths = array_values($named) ?: $this->newCompanions();
        } while ($paths !== []);
    }

    /** @param list<string> $paths */
    private function ask(array $paths): void
    {
        $paths = array_values(array_filter($paths, fn (string $path): bool => ! isset($this->asked[$path])));
        $this->asked += array_fill_keys($paths, true);
        foreach ($this->source->at($paths) as $path => [$file, $references]) {
            $this->files[(string) $path] = $file;
            $this->references[(string) $path] = $references;
            $this->fresh[] = (string) $path;
        }
    }

    /** @return list<string> paths that were not asked for yet */
    private function newCompanions(): array
    {
        if (! $this->scope->withCompanions || $this->scope->moment === Moment::Past) {
            return [];
        }
        $new = [];
        $documents = array_values(array_filter(array_map(strval(...), array_keys($this->files)), fn (string $end): bool => Address::of($end) === null && ! isset($this->companions[$end])));
        $found = CompanionFiles::of($this->workspace, $documents);
        foreach ($documents as $document) {
            $this->companions[$document] = $found[$document] ?? [];
            foreach ($this->companions[$document] as $path) {
                if (! isset($this->asked[$path])) {
                    $new[$path] = $path;
                }
            }
        }

        return array_values($new);
    }

    /** @return bool whether files came that name more of the workspace */
    private function takeOutside(): bool
    {
        $wanted = $this->wantedOutside();
        if ($wanted === []) {
            return false;
        }
        $this->asked += array_fill_keys(array_map(static fn (string|int $path): string => Address::end((string) $path), array_keys($wanted)), true);
        [$files, $refused] = SourceReader::read($this->workspace, Sources::of($this->workspace, $this->person), $wanted);
        foreach ($files as $file) {
            $end = Address::end($file->path);
            $this->asked[$end] = true;
            $this->files[$end] = new GatheredFile($end, null, $file->hash, $file->size, $file->kind, FormatRegistry::standard()->nameFor($file->path), ContentOrigin::Outside, isReadWhole: $file->isReadWhole, stat: $file->stat);
            $this->references[$end] = self::referencesOf($file);
            $this->fresh[] = $end;
        }
        foreach ($refused as $path => $why) {
            $this->refused[Address::end((string) $path)] = $why;
        }

        return $files !== [];
    }

    /** @return array<string, string> by absolute path: who refers to it */
    private function wantedOutside(): array
    {
        $chosen = array_fill_keys($this->scope->outside, true);
        $wanted = [];
        foreach ($this->references as $from => $references) {
            foreach ($references as $reference) {
                $address = $reference->end === null ? null : Address::of($reference->end);
                if ($address !== null && Address::isFile($address) && $reference->kind === TargetKind::Outside && ! isset($this->asked[$reference->end]) && ($this->scope->withAllOutside || isset($chosen[$address]))) {
                    $wanted[$address] ??= Address::of((string) $from) ?? (string) $from;
                }
            }
        }

        return $wanted;
    }

    /** @return list<GatheredReference> its text is not kept, so that it is known by where it ends */
    private static function referencesOf(SourceFile $file): array
    {
        return array_map(static function (string $end): GatheredReference {
            $address = Address::of($end);
            $kind = match (true) {
                $address === null => TargetKind::File,
                str_starts_with($address, Address::DEVICE) => TargetKind::Device,
                Address::isFile($address) => TargetKind::Outside,
                default => TargetKind::Web,
            };

            return new GatheredReference($address ?? $end, $kind, $end);
        }, $file->ends);
    }
}
