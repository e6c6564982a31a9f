<?php

declare(strict_types=1);

namespace App\Crates\TakingIn;

use App\Crates\CrateChecking;
use App\Support\Refused;
use Hafenbuch\Core\Crate\Back\CameFile;
use Hafenbuch\Core\Crate\Bag\BagCheck;
use Hafenbuch\Core\Crate\Bag\BagFault;
use Hafenbuch\Core\Crate\Bag\BagSource;
use Hafenbuch\Core\Crate\Bag\RunningSums;
use Hafenbuch\Core\Crate\Bag\UnableToReadBag;
use Hafenbuch\Core\Crate\CrateDescription;

/** A crate, any other bag, or an archive or folder that was never one, looked at and not believed. */
final readonly class OpenedCrate
{
    /**
     * @param  bool  $isBag  whether it says that it is one; else its files are taken for what they are
     * @param  list<BagFault>  $faults
     * @param  list<CameFile>  $files  of the payload, by place
     * @param  list<string>  $edited  of the payload: what is not as the manifests say
     */
    private function __construct(public BagSource $source, public bool $isBag, public array $faults, public ?CrateDescription $description, public array $files, public array $edited) {}

    /**
     * @param  bool  $mayBeEdited  whether someone may have worked on its files without packing it again
     * @param  ?\Closure(int, int): void  $progress  told how many bytes of how many were read; what it throws ends it
     *
     * @throws Refused where it is nothing that can be read at all
     */
    public static function at(string $path, bool $mayBeEdited = false, ?\Closure $progress = null): self
    {
        $source = CrateChecking::open($path);
        if (! BagCheck::isBag($source)) {
            return self::plain($source, $progress);
        }
        [$faults, $check, $description] = CrateChecking::check($source, $mayBeEdited, $progress);
        $files = [];
        foreach ($source->entries() as $entry => $size) {
            $hash = str_starts_with((string) $entry, BagCheck::PAYLOAD) ? $check->hash((string) $entry) : null;
            if ($hash !== null) {
                $place = substr((string) $entry, strlen(BagCheck::PAYLOAD));
                $files[] = new CameFile($place, $hash, $size, $description->documents[$place] ?? null);
            }
        }

        return new self($source, true, $faults, $description, $files, $check->changed);
    }

    /** @param ?\Closure(int, int): void $progress */
    private static function plain(BagSource $source, ?\Closure $progress): self
    {
        $faults = $source->faults();
        $files = [];
        $done = 0;
        $total = array_sum($source->entries());
        foreach ($source->entries() as $path => $size) {
            try {
                $sums = new RunningSums(['sha256'], $size);
                foreach ($source->parts((string) $path) as $part) {
                    $sums->add($part);
                    $done += strlen($part);
                    $progress === null || $progress($done, $total);
                }
                $files[] = new CameFile((string) $path, $sums->all()['sha256'], $size);
            } catch (UnableToReadBag $failure) {
                $faults[] = new BagFault((string) $path, $failure->getMessage());
            }
        }

        return new self($source, false, $faults, null, $files, []);
    }

    /** The entry of the source that has a file of the payload. */
    public function entry(string $place): string
    {
        return ($this->isBag ? BagCheck::PAYLOAD : '').$place;
    }

    /** @throws Refused */
    public function refuseFaults(): void
    {
        if ($this->faults !== []) {
            $first = $this->faults[0];
            throw Refused::because('Nothing was taken in. '.($first->entry === '' ? '' : "{$first->entry}: ").$first->why.(count($this->faults) > 1 ? ' And '.(count($this->faults) - 1).' more faults; crate:check lists them.' : '')
                .($this->isBag && $this->description !== null ? ' If someone worked on it without packing it again, take it in as edited.' : ''));
        }
    }
}
