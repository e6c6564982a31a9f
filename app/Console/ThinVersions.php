<?php

declare(strict_types=1);

namespace App\Console;

use App\Past\Versions\Retention;
use App\Rights\Right;
use App\Workspace\Settings;

final class ThinVersions extends HafenbuchCommand
{
    public const RIGHT = Right::Keep;

    protected $signature = 'thin {name} {--preview : Only say what would go}';

    protected $description = 'Let versions go by the workspace’s retention rule';

    public function handle(Retention $retention): int
    {
        $workspace = $this->workspace();
        $this->person($workspace);
        $preview = $retention->preview($workspace, Settings::of($workspace)->retention());
        $preview->shorten();
        $gone = $this->option('preview') ? 0 : $retention->apply($workspace);
        $documents = array_map(static fn ($thinning): array => ['path' => $thinning->path, 'versions' => $thinning->numbers], $preview->thinnings);

        return $this->answer(
            ['versions' => $preview->versions, 'bytes' => $preview->bytes, 'laterBytes' => $preview->laterBytes, 'gone' => $gone, 'documents' => $documents],
            [
                $preview->versions === 0 ? 'Nothing goes.' : "{$preview->versions} versions of {$preview->documents} documents ".($this->option('preview') ? 'would go' : 'went').", {$preview->bytes} bytes at once and {$preview->laterBytes} when their entries can no longer be taken back.",
                ...array_map(static fn (array $one): string => "  {$one['path']}: ".implode(', ', $one['versions']), $documents),
            ],
        );
    }
}
