<?php

declare(strict_types=1);

namespace App\Console\Finding;

use App\Console\HafenbuchCommand;
use App\Finding\Hit;
use App\Finding\ReplaceInMany;
use App\Finding\ReplacePreview;
use App\Finding\SearchIndex;
use App\Quay\Quay;
use App\Rights\Right;
use App\Support\Refused;
use Hafenbuch\Core\Find\Replacing;

final class ReplaceText extends HafenbuchCommand
{
    public const RIGHT = Right::Draft;

    protected $signature = 'replace {name} {find} {put} {--within= : Only in what this query finds} {--case : Letter case must be the same} {--words : Whole words only} {--in-references : Inside references too, which then point elsewhere} {--preview : Only say where}';

    protected $description = 'Replace a text in many documents, as drafts';

    public function handle(SearchIndex $index, ReplaceInMany $replacing): int
    {
        $workspace = $this->workspace();
        $person = $this->person($workspace);
        $find = (string) $this->argument('find');
        $find !== '' || throw Refused::because('Say what is to be replaced.');
        $wish = new Replacing($find, (string) $this->argument('put'), (bool) $this->option('case'), (bool) $this->option('words'), (bool) $this->option('in-references'));
        $index->catchUp($workspace, INF);
        $found = $replacing->candidates($workspace, $person, (string) $this->option('within'), $wish, now()->toDateTimeImmutable());
        $previews = $replacing->preview($workspace, $person, array_map(static fn (Hit $hit): string => $hit->document->id, $found->hits), $wish);
        $done = ['changed' => [], 'refused' => []];
        if (! $this->option('preview')) {
            $wanted = [];
            foreach (array_filter($previews, static fn (ReplacePreview $one): bool => $one->isPossible) as $one) {
                $wanted[$one->document->id] = ['revision' => $one->document->revision, 'offsets' => array_map(static fn (array $place): int => $place['place']->offset, $one->places)];
            }
            $done = $replacing->replace($workspace, $person, $wanted, $wish);
            (new Quay($workspace, $person))->open($done['changed']);
        }
        $rows = array_map(static fn (ReplacePreview $one): array => [
            'path' => $one->document->path, 'places' => count($one->places), 'replaced' => in_array($one->document->id, $done['changed'], true),
            'problem' => $one->problem ?? array_column($done['refused'], 'why', 'document')[$one->document->id] ?? null,
        ], $previews);

        return $this->answer($rows, [
            ...array_map(static fn (array $row): string => sprintf('%5d  %s%s', $row['places'], $row['path'], $row['problem'] === null ? '' : "  ({$row['problem']})"), $rows),
            ...$rows === [] ? ['It stands nowhere.'] : [], ...$found->isMore ? ['There may be more documents; narrow it with --within, or do it again.'] : [],
            ...$done['changed'] === [] ? [] : [count($done['changed']).' documents have it as drafts. Nothing is saved yet.'],
        ]);
    }
}
