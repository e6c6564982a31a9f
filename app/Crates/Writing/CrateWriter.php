<?php

declare(strict_types=1);

namespace App\Crates\Writing;

use App\Crates\Form\CrateTarget;
use App\Crates\PreparedCrate;
use App\Models\User;
use App\Models\Workspace;
use App\Support\Refused;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Reading\Formats;
use Hafenbuch\Core\Crate\Bag\BagCheck;
use Hafenbuch\Core\Crate\Bag\BagInfo;
use Hafenbuch\Core\Crate\CrateDescription;
use Hafenbuch\Core\Crate\CrateEntry;
use Hafenbuch\Core\Crate\LeadKind;
use Hafenbuch\Core\Crate\PackedContents;
use Hafenbuch\Core\Crate\PackedReference;
use Hafenbuch\Core\Crate\Proof;
use Illuminate\Support\Str;

/** Writes a crate as planned, and proves from its own bytes that it is complete before anyone gets it. */
final readonly class CrateWriter
{
    public function __construct(private DiskContentStore $contents, private VersionsOfCrate $versions, private StepsOfCrate $steps) {}

    /**
     * @param  ?\Closure(int, int): void  $progress  told how many bytes of how many are packed; what it throws ends the packing
     *
     * @throws Refused|\Hafenbuch\Core\Write\UnableToWrite|\Hafenbuch\Core\Write\UnableToRead
     */
    public function write(Workspace $workspace, User $person, PreparedCrate $prepared, CrateTarget $target, ?\Closure $progress): Packed
    {
        $plan = $prepared->plan;
        $identity = strtoupper((string) Str::ulid());
        $blanking = $prepared->wish->blanking($workspace);
        $contents = new ContentsOfCrate($workspace, $person, $plan, $this->contents, $blanking, $prepared->trims);
        $reading = new PackedContents(Formats::of($workspace));
        $entries = $plan->packed();
        $versions = $prepared->wish->withVersions ? $this->versions->of($entries) : [];
        $steps = $prepared->wish->withVersions ? $this->steps->of($entries) : [];
        $description = new Description($workspace, $prepared, $identity, Lineage::of($entries), $blanking?->hidesPeople() ? null : $person->name);
        $sums = new Sums;
        $page = new IndexPage($prepared, $identity, $blanking?->hidesPeople() ? null : $person->name);
        $this->tag($target, $sums, 'bagit.txt', BagInfo::DECLARATION);
        [$inside, $leadOut, $rows] = [self::places($plan->entries), [], []];
        $references = $done = 0;
        $total = $prepared->bytes();
        foreach ($entries as $entry) {
            [$size, $parts, $before, $without] = $contents->of($entry);
            $isRead = is_array($parts) && $before !== null;
            $found = $isRead ? $reading->references($entry->place, $parts[0]) : [];
            $target->add(BagCheck::PAYLOAD.$entry->place, $size, $sums->payload(BagCheck::PAYLOAD.$entry->place, $size, $this->told($parts, $progress, $done, $total)));
            $file = new PackedFile($entry, $size, $sums->hash(BagCheck::PAYLOAD.$entry->place), $found, $versions[$entry->file->id ?? ''] ?? [], $steps[$entry->file->id ?? ''] ?? null);
            $references += count($found);
            array_push($leadOut, ...self::leadingOut($entry, $found, $inside));
            $rows[] = $this->row($file, $before, $without);
            $description->add($file);
            $page->add($file);
        }
        $past = VersionsOfCrate::sizes($versions);
        foreach ($this->steps->files($steps, $past) as $path => [$size, $parts]) {
            $target->add($path, $size, $sums->tag($path, $parts));
        }
        foreach ($this->versions->contents($past) as $path => [$size, $parts]) {
            $target->add($path, $size, $sums->tag($path, $parts));
        }
        $blanked = $blanking?->report() ?? [];
        $this->tag($target, $sums, CrateDescription::FILE, $description->parts($leadOut, $blanked));
        $this->tag($target, $sums, 'index.html', $page->parts($sums, $references, $leadOut));
        $this->tag($target, $sums, 'bag-info.txt', BagInfo::write(self::info($prepared, $blanking?->hidesPeople() ? '' : $person->name, $sums, $identity)));
        foreach ($sums->manifests() as $name => $manifest) {
            $this->tag($target, $sums, $name, $manifest);
        }
        $last = $sums->tagManifest();
        $target->add('tagmanifest-sha256.txt', strlen($last), [$last]);
        $size = $target->seal();
        $this->prove($target, $reading, $rows, $plan->leftOut(), $leadOut, $blanking);
        $paths = array_column($rows, 'path', 'place');

        return new Packed(
            $identity, $sums->seal(), $sums->files(), $sums->bytes, $size, $references,
            array_map(static fn (array $lead): array => ['path' => (string) $paths[$lead['path']], 'raw' => $lead['raw'], 'why' => $lead['why']], $leadOut),
            array_map(static fn (CrateEntry $entry): array => ['path' => $entry->file->path(), 'hash' => $entry->file->hash, 'bytes' => $entry->file->size, 'recipe' => $entry->file->recipe], $plan->leftOut()),
            array_values(array_map(static fn (CrateEntry $entry): array => ['path' => $entry->file->path(), 'to' => $entry->place, 'why' => (string) $entry->renamed], array_filter($entries, static fn (CrateEntry $entry): bool => $entry->renamed !== null))),
            $blanked, $rows, $blanking?->foundAgain() ?? [],
        );
    }

    /** @param string|iterable<string> $parts */
    private function tag(CrateTarget $target, Sums $sums, string $path, string|iterable $parts): void
    {
        if (is_string($parts)) {
            $target->add($path, strlen($parts), $sums->tag($path, [$parts]));

            return;
        }
        // An entry says its size before it begins.
        $whole = fopen('php://temp/maxmemory:4194304', 'w+b') ?: throw Refused::because("There is no room for {$path}.");
        foreach ($parts as $part) {
            fwrite($whole, $part);
        }
        $size = (int) ftell($whole);
        rewind($whole);
        $target->add($path, $size, $sums->tag($path, (static function () use ($whole): \Generator {
            while (! feof($whole)) {
                yield (string) fread($whole, 1 << 18);
            }
        })()));
        fclose($whole);
    }

    /**
     * @param  iterable<string>  $parts
     * @param  ?\Closure(int, int): void  $progress
     * @return \Generator<string>
     */
    private function told(iterable $parts, ?\Closure $progress, int &$done, int $total): \Generator
    {
        foreach ($parts as $part) {
            $progress === null || $progress($done, max($total, $done));
            yield $part;
            $done += strlen($part);
        }
    }

    /**
     * @param  list<CrateEntry>  $entries
     * @return array<string, true> where files lie, also those that are to be made again
     */
    private static function places(array $entries): array
    {
        return array_fill_keys(array_map(static fn (CrateEntry $entry): string => $entry->place, $entries), true);
    }

    /**
     * @param  list<PackedReference>  $references
     * @param  array<string, true>  $inside
     * @return list<array{path: string, raw: string, why: string}> paths in the crate
     */
    private static function leadingOut(CrateEntry $entry, array $references, array $inside): array
    {
        $leads = [];
        foreach ($references as $reference) {
            if ($reference->leadsOut !== null || ! isset($inside[$reference->to ?? ''])) {
                $leads[] = ['path' => $entry->place, 'raw' => $reference->raw, 'why' => ($reference->leadsOut ?? LeadKind::Missing)->why()];
            }
        }

        return $leads;
    }

    /** @return array{document_id: ?string, path: string, place: string, base_hash: string, hash: string, size: int, kept_hash: ?string, without_hash: ?string} */
    private function row(PackedFile $packed, ?string $before, ?string $without): array
    {
        $file = $packed->entry->file;

        return [
            'document_id' => $file->id, 'path' => $file->path(), 'place' => $packed->entry->place, 'base_hash' => $file->hash, 'hash' => $packed->hash, 'size' => $packed->size,
            // What comes back is merged with what is there then, for which the content of now is wanted.
            'kept_hash' => $before === null || $file->id === null ? null : $this->contents->putBytes($before),
            'without_hash' => $before === null || $without === null || $file->id === null ? null : $this->contents->putBytes($without),
        ];
    }

    /** @return array<string, string> */
    private static function info(PreparedCrate $prepared, string $by, Sums $sums, string $identity): array
    {
        return array_filter([
            'Bagging-Date' => now()->format('Y-m-d'), 'Payload-Oxum' => "{$sums->bytes}.{$sums->files()}", 'Contact-Name' => $by,
            'External-Identifier' => $identity, 'External-Description' => trim($prepared->wish->name.($prepared->wish->recipient === null ? '' : ", for {$prepared->wish->recipient}")."\n".($prepared->wish->note ?? '')),
            'Bag-Software-Agent' => 'Hafenbuch '.config('hafenbuch.version'),
        ], static fn (string $value): bool => $value !== '');
    }

    /**
     * Reads again what was written, as whoever receives it does.
     *
     * @param  list<array{place: string, path: string, size: int}>  $rows
     * @param  list<CrateEntry>  $leftOut
     * @param  list<array{path: string, raw: string, why: string}>  $leadOut
     */
    private function prove(CrateTarget $target, PackedContents $reading, array $rows, array $leftOut, array $leadOut, ?SecretBlanking $blanking): void
    {
        $source = $target->reread();
        $files = array_fill_keys(array_column($rows, 'place'), true);
        $proof = new Proof($files, self::places($leftOut), $leadOut);
        foreach ($source->entries() as $path => $size) {
            $place = substr((string) $path, strlen(BagCheck::PAYLOAD));
            $isRead = str_starts_with((string) $path, BagCheck::PAYLOAD) && $reading->isRead($place, $size);
            if (! $isRead && $blanking === null) {
                continue;
            }
            $bytes = '';
            foreach ($source->parts((string) $path) as $part) {
                if ($isRead) {
                    $bytes .= $part;
                }
                $blanking?->searchAgain((string) $path, $part);
            }
            if ($isRead) {
                $proof->look($place, $reading->references($place, $bytes));
            }
        }
        $faults = [...$proof->faults(), ...$source->faults()];
        if ($faults !== []) {
            throw Refused::because("The crate was not packed, since it would not be what it says. {$faults[0]->entry}: {$faults[0]->why}".(count($faults) > 1 ? ' And '.(count($faults) - 1).' more.' : ''));
        }
    }
}
