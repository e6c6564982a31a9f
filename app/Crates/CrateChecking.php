<?php

declare(strict_types=1);

namespace App\Crates;

use App\Crates\Form\FolderSource;
use App\Crates\Form\ZipSource;
use App\Support\BoundedJson;
use App\Support\Refused;
use App\Workspace\Reading\Ways;
use Hafenbuch\Core\Crate\Bag\BagCheck;
use Hafenbuch\Core\Crate\Bag\BagFault;
use Hafenbuch\Core\Crate\Bag\BagSource;
use Hafenbuch\Core\Crate\Bag\UnableToReadBag;
use Hafenbuch\Core\Crate\CrateDescription;
use Hafenbuch\Core\Crate\InvalidDescription;
use Hafenbuch\Core\Crate\PackedContents;
use Hafenbuch\Core\Crate\Proof;

/** Checks crates, and any other bag: what is listed is there and as it was, and a crate is as complete as it says. */
final class CrateChecking
{
    /** Lists and objects in crate.json: each document has a few, and its references. */
    private const CONTAINERS = 4_000_000;

    private const DESCRIPTION_BYTES = 256 * 1024 * 1024;

    /** @throws Refused where it is neither a ZIP file nor a folder */
    public static function open(string $path): BagSource
    {
        return match (true) {
            is_dir($path) => FolderSource::of($path),
            is_file($path) => ZipSource::of($path),
            default => throw Refused::because("{$path} is neither a file nor a folder."),
        };
    }

    /**
     * @param  ?\Closure(int, int): void  $progress
     * @return array{list<BagFault>, BagCheck, ?CrateDescription} faults, what was read, and what a crate says of itself
     */
    public static function check(BagSource $source, bool $mayBeEdited = false, ?\Closure $progress = null): array
    {
        $check = BagCheck::of($source, $mayBeEdited, $progress);
        $faults = $check->faults();
        $description = null;
        if (isset($source->entries()[CrateDescription::FILE])) {
            try {
                $description = self::description($source);
            } catch (InvalidDescription|UnableToReadBag|Refused $invalid) {
                $faults[] = new BagFault(CrateDescription::FILE, $invalid->getMessage());
            }
        }
        // What somebody works on may lead out until it has come home.
        if ($description !== null && ! $mayBeEdited) {
            array_push($faults, ...self::proof($source, $description));
        }

        return [$faults, $check, $description];
    }

    /** @throws InvalidDescription|UnableToReadBag|Refused */
    private static function description(BagSource $source): CrateDescription
    {
        $size = $source->entries()[CrateDescription::FILE];
        if ($size > self::DESCRIPTION_BYTES) {
            throw InvalidDescription::at('', 'is larger than '.(self::DESCRIPTION_BYTES >> 20).' MiB, so it was not read');
        }
        $json = '';
        foreach ($source->parts(CrateDescription::FILE) as $part) {
            $json .= $part;
        }

        return CrateDescription::of(BoundedJson::decode($json, 16, self::CONTAINERS));
    }

    /** @return list<BagFault> */
    private static function proof(BagSource $source, CrateDescription $description): array
    {
        $files = [];
        foreach ($source->entries() as $path => $size) {
            if (str_starts_with((string) $path, BagCheck::PAYLOAD)) {
                $files[substr((string) $path, strlen(BagCheck::PAYLOAD))] = $size;
            }
        }
        $reading = new PackedContents((new Ways($description->charset, $description->frontMatter))->formats());
        $proof = new Proof($files, $description->madeAgain, $description->leadOut);
        foreach ($files as $path => $size) {
            if ($reading->isRead((string) $path, $size)) {
                $bytes = '';
                try {
                    foreach ($source->parts(BagCheck::PAYLOAD.$path) as $part) {
                        $bytes .= $part;
                    }
                } catch (UnableToReadBag) {
                    continue;
                }
                $proof->look((string) $path, $reading->references((string) $path, $bytes));
            }
        }

        return array_map(static fn (BagFault $fault): BagFault => new BagFault(BagCheck::PAYLOAD.$fault->entry, $fault->why), $proof->faults());
    }
}
