<?php

declare(strict_types=1);

namespace App\Saving\Copies;

use App\Models\Document;
use App\Models\Workspace;
use App\Support\Refused;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Index\SnapshotReader;
use App\Workspace\PathCheck;
use Hafenbuch\Core\Copy\CopyOptions;
use Hafenbuch\Core\Copy\CopyRow;
use Hafenbuch\Core\Copy\CopyTree;
use Hafenbuch\Core\Document\OnDiskKind;
use Hafenbuch\Core\Naming\FileName;
use Hafenbuch\Core\Path\Path;

/** Prepares copies of a document with all below it. */
final readonly class CopyDesk
{
    /** Where set-asides go unless a person says otherwise. */
    public const SET_ASIDE = 'set-aside';

    public function __construct(private SnapshotReader $snapshots) {}

    /**
     * @return list<CopyRow>
     *
     * @throws \Hafenbuch\Core\Naming\InvalidNamingRule|Refused
     */
    public function rows(Workspace $workspace, Document $top, CopyOptions $options): array
    {
        if ($top->dropped_at !== null) {
            throw Refused::because("{$top->path} is not in this workspace any more, so there is nothing to copy.");
        }
        $rows = CopyTree::rows($this->snapshots->withBelow($workspace, [$top->id]), $top->id, $options);
        $check = new PathCheck($workspace, array_values(array_filter(array_map(static fn (CopyRow $row): ?string => $row->newPath, $rows))));

        return CopyTree::checked($rows, $check->obstacle(...));
    }

    /** A folder beside the document's own that nothing has yet. */
    public function folderFor(Workspace $workspace, Document $top): string
    {
        $stem = FileName::of(Path::nameOf($top->path))->stem;
        $beside = Path::folderOf(Path::folderOf($top->path));

        return $this->unused($workspace, ($beside === '' ? '' : $beside.'/')."{$stem}-copy");
    }

    /** @param string $today as YYYY-MM-DD */
    public function setAsideFolder(Workspace $workspace, Document $top, string $today): string
    {
        return $this->unused($workspace, self::SET_ASIDE."/{$today} ".FileName::of(Path::nameOf($top->path))->stem);
    }

    private function unused(Workspace $workspace, string $folder): string
    {
        $isUsed = static fn (string $path): bool => WorkspaceFiles::of($workspace)->look($path)->kind !== OnDiskKind::Nothing
            || Document::query()->kept()->where('workspace_id', $workspace->id)->where('path', 'like', addcslashes($path, '%_\\').'/%')->exists();
        for ($number = 2, $free = $folder; $isUsed($free); $number++) {
            $free = "{$folder}-{$number}";
        }

        return $free;
    }
}
