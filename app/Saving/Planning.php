<?php

declare(strict_types=1);

namespace App\Saving;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Support\Refused;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Index\SnapshotReader;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Format\Rewriter;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Plan\Plan;
use Hafenbuch\Core\Plan\Planner;
use Hafenbuch\Core\Plan\Rewriting;
use Hafenbuch\Core\Reference\Resolver;

/** Turns decisions into plans. */
final readonly class Planning
{
    public function __construct(
        private SnapshotReader $snapshots,
        private Planner $planner,
        private DiskContentStore $contents,
        private FormatRegistry $formats,
    ) {}

    /** @param array<string, Decision> $decisions by document id */
    public function plan(Workspace $workspace, User $person, array $decisions): Plan
    {
        $paths = array_values(array_filter(array_map(static fn (Decision $decision): ?string => $decision->path, $decisions)));
        $ids = array_map(strval(...), array_keys($decisions));
        foreach ($decisions as $decision) {
            array_push($ids, ...$decision->followers);
        }
        $snapshot = $this->snapshots->around($workspace, array_values(array_unique($ids)), $person, array_values(array_unique($paths)));

        return $this->planner->plan($snapshot, $decisions, $this->rewriting($workspace));
    }

    /**
     * The contents before and after one line of a plan, both in the store afterwards.
     *
     * @return array{?string, ?string} hashes
     *
     * @throws Refused|\Hafenbuch\Core\Write\UnableToRead
     */
    public function contentsOf(Workspace $workspace, Plan $plan, string $path): array
    {
        foreach ($plan->lines as $line) {
            if ($line->path === $path) {
                $isFile = $line->action->touchesFile();
                $hashes = $isFile ? [$line->before, $line->after] : [$line->draftBefore ?? $line->before, $line->draftAfter ?? $line->after];
                foreach ($hashes as $hash) {
                    if ($hash !== null && ! $this->contents->has($hash)) {
                        isset($plan->contents[$hash]) ? $this->contents->putBytes($plan->contents[$hash]) : $this->contents->put(WorkspaceFiles::of($workspace)->open($path));
                    }
                }

                return $hashes;
            }
        }

        throw Refused::because("The plan has no line for {$path} any more.");
    }

    private function rewriting(Workspace $workspace): Rewriting
    {
        return new Rewriting(new WorkspaceContents($workspace, $this->contents), new Rewriter($this->formats, new Resolver($workspace->root)));
    }
}
