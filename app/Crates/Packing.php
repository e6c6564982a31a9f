<?php

declare(strict_types=1);

namespace App\Crates;

use App\Crates\Form\CrateTarget;
use App\Crates\Gather\Gathering;
use App\Crates\Writing\CrateWriter;
use App\Crates\Writing\Packed;
use App\Models\User;
use App\Models\Workspace;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Graph\WorkspaceGraphs;
use Hafenbuch\Core\Crate\CratePlanner;

/** Plans crates, and packs them as planned. */
final readonly class Packing
{
    public function __construct(private WorkspaceGraphs $graphs, private DiskContentStore $contents, private CrateWriter $writer, private CrateRecords $records) {}

    /** @throws \App\Support\Refused where nothing is chosen that is there */
    public function prepare(Workspace $workspace, User $person, PackWish $wish): PreparedCrate
    {
        $gathered = Gathering::of($workspace, $person, $wish->scope, $this->graphs, $this->contents);

        return new PreparedCrate($wish, $gathered, CratePlanner::plan($gathered, $wish->choices));
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
}
