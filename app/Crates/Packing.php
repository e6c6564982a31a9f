<?php

declare(strict_types=1);

namespace App\Crates;

use App\Crates\Form\CrateTarget;
use App\Crates\Gather\Gathering;
use App\Crates\Gather\Trims;
use App\Crates\Writing\CrateWriter;
use App\Crates\Writing\Packed;
use App\Models\User;
use App\Models\Workspace;
use App\Support\Refused;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Graph\WorkspaceGraphs;
use App\Workspace\Places;
use Hafenbuch\Core\Crate\CrateEntry;
use Hafenbuch\Core\Crate\CratePlanner;
use Hafenbuch\Core\Place\PlaceTrouble;

/** Plans crates, and packs them as planned. */
final readonly class Packing
{
    /** About as many bytes describe a file: in the list, the manifests, crate.json and the page. */
    private const DESCRIBED = 2000;

    public function __construct(private WorkspaceGraphs $graphs, private DiskContentStore $contents, private CrateWriter $writer, private CrateRecords $records) {}

    /** @throws Refused where nothing is chosen that is there */
    public function prepare(Workspace $workspace, User $person, PackWish $wish): PreparedCrate
    {
        $gathered = Gathering::of($workspace, $person, $wish->scope, $this->graphs, $this->contents);

        $plan = CratePlanner::plan($gathered, $wish->choices);

        return new PreparedCrate($wish, $gathered, $plan, Trims::of($workspace, $person, $plan, $wish->choices->handles, $this->contents));
    }

    /**
     * @param  ?string  $fingerprint  of the plan that the person has read; null: whatever it is now
     * @param  ?\Closure(int, int): void  $progress  told how many bytes of how many are packed; what it throws ends the packing
     *
     * @throws CrateChanged|CrateUnsettled|\Hafenbuch\Core\Write\UnableToWrite
     */
    public function pack(Workspace $workspace, User $person, PackWish $wish, CrateTarget $target, ?string $fingerprint = null, ?string $keptAs = null, ?\Closure $progress = null): Packed
    {
        try {
            $prepared = $this->prepare($workspace, $person, $wish);
            if ($fingerprint !== null && $fingerprint !== $prepared->plan->fingerprint) {
                throw CrateChanged::to($prepared);
            }
            foreach (self::troubles($prepared, $target->folder()) as $trouble) {
                throw_if($trouble->stops, Refused::because("Nothing was packed. {$trouble->words()}"));
            }
            $unsettled = $prepared->plan->unsettled();
            if ($unsettled !== []) {
                throw CrateUnsettled::by($unsettled);
            }
            $packed = $this->writer->write($workspace, $person, $prepared, $target, $progress);
            $crate = $this->records->add($workspace, $person, $prepared, $packed, $keptAs);
            $target->publish();

            return $packed->recorded($crate);
        } catch (\Throwable $failure) {
            $target->abandon();
            isset($crate) && $crate->delete();

            throw $failure;
        }
    }

    /**
     * What speaks against packing into a folder, what stops it first.
     *
     * @param  string  $folder  absolute, of the file or the folder that is made
     * @return list<PlaceTrouble>
     */
    public static function troubles(PreparedCrate $prepared, string $folder): array
    {
        $packed = $prepared->plan->packed();
        $names = array_map(static fn (CrateEntry $entry): int => max(array_map(strlen(...), explode('/', $entry->place))), $packed);

        // Beside the files there are their descriptions, and a part of the disk stays free for everything else.
        return Places::at($folder)->troubles($prepared->bytes() + count($packed) * self::DESCRIBED + (int) config('limits.room'), max([0, ...$names]));
    }
}
