<?php

declare(strict_types=1);

namespace App\Console\Relink;

use App\Console\Shapes;
use App\Relink\EndReader;
use App\Relink\KnownStray;
use App\Relink\StrayKnowledge;
use App\Relink\StrayList;
use App\Relink\StrayPlace;
use App\Workspace\Index\SnapshotReader;
use Hafenbuch\Core\Relink\Candidate;

final class ShowStrays extends StrayCommand
{
    protected $signature = 'strays {name} {--of= : Only those of this document and all below it}';

    protected $description = 'Show the references that do not end in a document of the workspace, and what may be meant';

    public function handle(SnapshotReader $snapshots): int
    {
        $workspace = $this->workspace();
        $strays = StrayList::of($workspace, $this->person($workspace))->all($this->documents($workspace, $snapshots));
        $known = StrayKnowledge::of($workspace, $strays);

        return $this->answerList(array_values(array_map($this->option('json') ? self::json(...) : self::words(...), $known)));
    }

    private static function json(KnownStray $known): string
    {
        return json_encode([
            'missing' => EndReader::write($known->stray->end), 'kind' => $known->stray->kind->value,
            'from' => array_map(static fn (StrayPlace $place): array => ['path' => $place->path, 'offset' => $place->offset, 'raw' => $place->raw], $known->stray->places),
            'wasHash' => $known->lost?->hash, 'why' => $known->why(),
            'candidates' => array_map(static fn (Candidate $one): array => ['path' => $one->path, 'reason' => $one->words(), 'sure' => $one->isSure()], $known->candidates),
        ], Shapes::JSON);
    }

    private static function words(KnownStray $known): string
    {
        $count = count($known->stray->places);
        $best = $known->candidates[0] ?? null;

        return sprintf('%-8s %s  %d %s. %s%s', $known->stray->kind->value, EndReader::write($known->stray->end), $count, $count === 1 ? 'reference' : 'references', $known->why(), $best === null ? '' : " Perhaps {$best->path}: {$best->words()}.");
    }
}
