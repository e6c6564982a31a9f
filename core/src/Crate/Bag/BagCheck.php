<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Bag;

use Hafenbuch\Core\Text\Pattern;

/**
 * Checks a bag as RFC 8493 has it: that it is complete, and that every file is what the manifests say (section 3).
 * Nothing in it is believed, and every file is read once.
 */
final class BagCheck
{
    public const PAYLOAD = 'data/';

    /** Bytes of a tag file that are taken into memory. */
    public const TAG_BYTES = 64 * 1024 * 1024;

    /** @var list<BagFault> */
    private array $faults = [];

    /** @var array<string, array<string, string>> by algorithm: sums by path */
    private array $manifests = [];

    /** @var array<string, array<string, string>> by algorithm: sums of tag files by path */
    private array $tagManifests = [];

    /** @var array<string, string> SHA-256 by path, of what was read */
    private array $hashes = [];

    /** @var list<string> paths of the payload that are not what the manifests say */
    public array $changed = [];

    /** @param ?\Closure(int, int): void $progress told how many bytes of how many were read; what it throws ends the check */
    private function __construct(private readonly BagSource $source, private readonly bool $mayBeEdited, private readonly ?\Closure $progress) {}

    /**
     * @param  bool  $mayBeEdited  whether the payload may be another one than was packed, since someone worked on it
     * @param  ?\Closure(int, int): void  $progress
     */
    public static function of(BagSource $source, bool $mayBeEdited = false, ?\Closure $progress = null): self
    {
        $check = new self($source, $mayBeEdited, $progress);
        $check->check();

        return $check;
    }

    public static function isBag(BagSource $source): bool
    {
        return isset($source->entries()['bagit.txt']);
    }

    /** @return list<BagFault> */
    public function faults(): array
    {
        return $this->faults;
    }

    public function hash(string $path): ?string
    {
        return $this->hashes[$path] ?? null;
    }

    private function check(): void
    {
        array_push($this->faults, ...$this->source->faults());
        $version = $this->declaration();
        $this->readManifests();
        $entries = $this->source->entries();
        $payload = array_filter($entries, static fn (string|int $path): bool => str_starts_with((string) $path, self::PAYLOAD), ARRAY_FILTER_USE_KEY);
        if ($this->manifests === []) {
            $this->fault('', 'It has no manifest of its payload (manifest-sha256.txt or another).');
        }
        $this->compareLists($payload, $version >= 1.0);
        $this->compareOxum($payload);
        if (isset($entries['fetch.txt'])) {
            $this->fetched($entries);
        }
        $this->hashAll($entries);
    }

    /** @return float the version that it says */
    private function declaration(): float
    {
        $text = $this->tag('bagit.txt');
        if ($text === null) {
            $this->fault('bagit.txt', 'It is missing, so this is no bag.');

            return 1.0;
        }
        if (! Pattern::matches('~^BagIt-Version:\s*(\d+)\.(\d+)\s*\r?\n?\s*Tag-File-Character-Encoding:\s*(\S+)\s*$~D', $text, $found)) {
            $this->fault('bagit.txt', 'It must have two lines, BagIt-Version and Tag-File-Character-Encoding.');

            return 1.0;
        }
        if (strtoupper($found[3]) !== 'UTF-8') {
            $this->fault('bagit.txt', "Its tag files are in {$found[3]}; only UTF-8 is read.");
        }

        return (float) "{$found[1]}.{$found[2]}";
    }

    private function readManifests(): void
    {
        foreach (array_map(strval(...), array_keys($this->source->entries())) as $path) {
            if (! Pattern::matches('~^(tag)?manifest-([a-z0-9]+)\.txt$~D', $path, $found)) {
                continue;
            }
            if (! in_array($found[2], Manifest::ALGORITHMS, true)) {
                $this->fault($path, "The algorithm {$found[2]} is not known here, so that it was not checked.");

                continue;
            }
            [$sums, $wrong] = Manifest::read($this->tag($path) ?? '');
            foreach ($wrong as $why) {
                $this->fault($path, $why);
            }
            if ($found[1] === 'tag') {
                $this->tagManifests[$found[2]] = $sums;
            } else {
                $this->manifests[$found[2]] = $sums;
            }
        }
    }

    /** @param array<string, int> $payload */
    private function compareLists(array $payload, bool $eachListsAll): void
    {
        $listed = array_merge([], ...array_values(array_map(static fn (array $sums): array => array_fill_keys(array_map(strval(...), array_keys($sums)), true), $this->manifests)));
        foreach ($this->manifests as $algorithm => $sums) {
            foreach (array_map(strval(...), array_keys($sums)) as $path) {
                if (! str_starts_with($path, self::PAYLOAD)) {
                    $this->fault("manifest-{$algorithm}.txt", "It lists {$path}, which is not in data/.");
                }
            }
            if ($eachListsAll) {
                foreach (array_map(strval(...), array_keys(array_diff_key($payload, $sums))) as $path) {
                    isset($listed[$path]) && $this->fault($path, "manifest-{$algorithm}.txt does not list it, and another manifest does.");
                }
            }
        }
        foreach (array_map(strval(...), array_keys(array_diff_key($listed, $payload))) as $path) {
            $this->edited($path, 'It is listed, and not there.');
        }
        foreach (array_map(strval(...), array_keys(array_diff_key($payload, $listed))) as $path) {
            $this->edited($path, 'It is there, and no manifest lists it.');
        }
        foreach ($this->tagManifests as $sums) {
            foreach (array_map(strval(...), array_keys(array_diff_key($sums, $this->source->entries()))) as $path) {
                $this->fault($path, 'It is listed, and not there.');
            }
        }
    }

    /** @param array<string, int> $payload */
    private function compareOxum(array $payload): void
    {
        $said = isset($this->source->entries()['bag-info.txt']) ? BagInfo::read($this->tag('bag-info.txt') ?? '')['payload-oxum'] ?? null : null;
        if ($said === null) {
            return;
        }
        $oxum = BagInfo::oxum($said);
        if ($oxum === null) {
            $this->fault('bag-info.txt', "Payload-Oxum is “{$said}”; it must be bytes and files with a dot between them.");
        } elseif ($oxum !== [array_sum($payload), count($payload)]) {
            $this->edited('bag-info.txt', "Payload-Oxum says {$oxum[1]} files with {$oxum[0]} bytes; there are ".count($payload).' with '.array_sum($payload).'.');
        }
    }

    /** @param array<string, int> $entries */
    private function fetched(array $entries): void
    {
        foreach (explode("\n", str_replace("\r", "\n", $this->tag('fetch.txt') ?? '')) as $line) {
            $parts = Pattern::split('~[ \t]+~', trim($line), 3);
            $path = Manifest::decoded($parts[2] ?? '');
            if ($path !== '' && ! isset($entries[$path])) {
                $this->fault($path, 'It is to be fetched from elsewhere, which is not done here. Fetch it, and put it into the bag.');
            }
        }
    }

    /** @param array<string, int> $entries */
    private function hashAll(array $entries): void
    {
        $total = array_sum($entries);
        $done = 0;
        foreach ($entries as $path => $size) {
            $path = (string) $path;
            $wanted = [];
            foreach (str_starts_with($path, self::PAYLOAD) ? $this->manifests : $this->tagManifests as $algorithm => $sums) {
                if (isset($sums[$path])) {
                    $wanted[$algorithm] = $sums[$path];
                }
            }
            $this->compare($path, $wanted, $total, $done);
        }
    }

    /** @param array<string, string> $wanted by algorithm */
    private function compare(string $path, array $wanted, int $total, int &$done): void
    {
        $isPayload = str_starts_with($path, self::PAYLOAD);
        if ($wanted === [] && ! $isPayload) {
            return;
        }
        $sums = new RunningSums(array_values(array_unique([...array_keys($wanted), ...($isPayload ? ['sha256'] : [])])), $this->source->entries()[$path]);
        try {
            foreach ($this->source->parts($path) as $part) {
                $sums->add($part);
                $done += strlen($part);
                $this->progress === null || ($this->progress)($done, $total);
            }
        } catch (UnableToReadBag $failure) {
            $this->fault($path, $failure->getMessage());

            return;
        }
        $found = $sums->all();
        if ($isPayload) {
            $this->hashes[$path] = $found['sha256'];
        }
        foreach ($wanted as $algorithm => $sum) {
            if (! hash_equals($found[$algorithm], $sum)) {
                $why = "Its {$algorithm} is {$found[$algorithm]}, and {$sum} is listed. It was changed, or damaged on its way.";
                $isPayload ? $this->edited($path, $why) : $this->fault($path, $why);

                return;
            }
        }
    }

    private function tag(string $path): ?string
    {
        $size = $this->source->entries()[$path] ?? null;
        if ($size === null) {
            return null;
        }
        if ($size > self::TAG_BYTES) {
            $this->fault($path, 'It is larger than '.(self::TAG_BYTES >> 20).' MiB, so it was not read.');

            return null;
        }
        try {
            $text = '';
            foreach ($this->source->parts($path) as $part) {
                $text .= $part;
                if (strlen($text) > self::TAG_BYTES) {
                    throw UnableToReadBag::entry($path, 'it is larger than it says');
                }
            }

            return str_starts_with($text, "\u{FEFF}") ? substr($text, 3) : $text;
        } catch (UnableToReadBag $failure) {
            $this->fault($path, $failure->getMessage());

            return null;
        }
    }

    private function edited(string $path, string $why): void
    {
        if ($this->mayBeEdited) {
            $this->changed[] = $path;
        } else {
            $this->fault($path, $why);
        }
    }

    private function fault(string $path, string $why): void
    {
        $this->faults[] = new BagFault($path, $why);
    }
}
