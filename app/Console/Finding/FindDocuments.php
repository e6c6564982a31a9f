<?php

declare(strict_types=1);

namespace App\Console\Finding;

use App\Console\HafenbuchCommand;
use App\Finding\Finder;
use App\Finding\Hit;
use App\Finding\SearchIndex;

final class FindDocuments extends HafenbuchCommand
{
    private const SHOWN = 200;

    protected $signature = 'find {name} {words* : Words, words in quotes, and filters such as: of kind X3D, in mechanism, modified, refers to drum.x3d}';

    protected $description = 'Find documents by names, fields and texts';

    public function handle(Finder $finder, SearchIndex $index): int
    {
        $workspace = $this->workspace();
        // Nobody types here; so what has changed is read first.
        $index->catchUp($workspace, INF);
        $found = $finder->find($workspace, $this->person($workspace), implode(' ', (array) $this->argument('words')), now()->toDateTimeImmutable(), self::SHOWN);
        $rows = array_map(static fn (Hit $hit): array => [
            'path' => $hit->document->path, 'title' => $hit->document->title, 'format' => $hit->document->format,
            'content' => $hit->document->contentState()->value, 'where' => $hit->where,
        ], $found->hits);
        $corrected = array_map(static fn (array $one): string => "“{$one['typed']}” stands nowhere; looked for: ".implode(', ', $one['meant']), $found->corrected);

        return $this->answer($rows, [
            ...$corrected, ...array_map(static fn (array $row): string => sprintf('%-8s %s  %s', $row['where'], $row['path'], $row['title'] ?? ''), $rows),
            ...$found->isMore ? ['… and more; narrow it.'] : [], ...$rows === [] ? ['Nothing was found.'] : [],
        ]);
    }
}
