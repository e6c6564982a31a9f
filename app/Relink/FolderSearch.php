<?php

declare(strict_types=1);

namespace App\Relink;

use App\Models\Workspace;
use App\Workspace\Files\TreeWalker;
use App\Workspace\Settings;
use App\Workspace\Sources;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Reference\Address;
use Illuminate\Support\Facades\DB;

/** Finds files by their names in a folder and below: of the workspace, of another one, or of the server's roots. */
final readonly class FolderSearch
{
    public function __construct(private Workspace $workspace, private Sources $sources) {}

    /**
     * Only those of which there is one of the name: of several it is not known which is meant.
     *
     * @param  string  $folder  of the workspace, '' for its own, or an absolute one
     * @param  list<string>  $names
     * @return array<string, string> by name: where references are to end, see Address
     */
    public function find(string $folder, array $names): array
    {
        $wanted = array_fill_keys($names, true);
        $found = [];
        foreach (str_starts_with($folder, '/') ? $this->elsewhere($folder) : $this->inside($folder) as $end) {
            $name = Path::nameOf($end);
            if (isset($wanted[$name])) {
                $found[$name][] = $end;
            }
        }

        return array_map(static fn (array $ends): string => $ends[0], array_filter($found, static fn (array $ends): bool => count($ends) === 1));
    }

    /** @return list<string> paths */
    private function inside(string $folder): array
    {
        return DB::table('documents')->where('workspace_id', $this->workspace->id)->whereNull('dropped_at')->where('is_gone', false)->whereNotNull('saved_hash')
            ->when($folder !== '', static fn ($documents) => $documents->where('path', 'like', addcslashes($folder, '%_\\').'/%'))->pluck('path')->all();
    }

    /** @return \Generator<string> ends */
    private function elsewhere(string $folder): \Generator
    {
        $folder = rtrim($folder, '/');
        $found = $this->sources->find($folder.'/x');
        if ($found === null) {
            return;
        }
        [$files, $below] = $found;
        $most = (int) config('limits.searched');
        foreach ((new TreeWalker($files, Settings::IGNORE))->walk(Path::folderOf($below)) as $path => $stat) {
            if (--$most < 0) {
                return;
            }
            $end = $folder.substr('/'.$path, strlen('/'.Path::folderOf($below)) - (Path::folderOf($below) === '' ? 1 : 0));
            if ($stat->isFile() && $this->sources->find($end) !== null) {
                yield Address::end($end);
            }
        }
    }
}
