<?php

declare(strict_types=1);

namespace App\Saving;

use App\Models\Document;
use App\Models\Workspace;
use App\Support\Refused;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Plan\Decision;

/** Decisions on files and folders: a folder stands for every document below it. */
final class Relocation
{
    /**
     * Moves files and folders into a folder, under their own names.
     *
     * @param  list<string>  $paths
     * @param  string  $folder  '' for the workspace's own
     * @return array<string, Decision> by document id
     *
     * @throws Refused
     */
    public static function into(Workspace $workspace, array $paths, string $folder): array
    {
        $decisions = [];
        foreach ($paths as $path) {
            $decisions += self::to($workspace, $path, ($folder === '' ? '' : $folder.'/').Path::nameOf($path));
        }

        return $decisions;
    }

    /**
     * Gives one file or folder another path.
     *
     * @return array<string, Decision>
     *
     * @throws Refused
     */
    public static function to(Workspace $workspace, string $path, string $to): array
    {
        $to = Path::of($to)->value;
        if (str_starts_with($to, $path.'/')) {
            throw Refused::because("{$path} cannot go into a folder of its own. Choose another folder.");
        }
        $decisions = [];
        foreach (self::under($workspace, $path) as $id => $old) {
            $new = Path::of($to.substr($old, strlen($path)))->value;
            if ($new !== $old) {
                $decisions[$id] = Decision::move($new);
            }
        }

        return $decisions;
    }

    /**
     * @param  list<string>  $paths
     * @return array<string, Decision>
     */
    public static function delete(Workspace $workspace, array $paths): array
    {
        $decisions = [];
        foreach ($paths as $path) {
            $decisions += array_fill_keys(array_map(strval(...), array_keys(self::under($workspace, $path))), Decision::delete());
        }

        return $decisions;
    }

    /** @return array<string, string> path by document id: the document at a path, else those below the folder */
    public static function under(Workspace $workspace, string $path): array
    {
        $query = Document::query()->kept()->where('workspace_id', $workspace->id)->where('is_gone', false);
        $one = (clone $query)->where('path_key', Document::key($path))->pluck('path', 'id')->all();
        $found = $one !== [] ? $one : $query->where('path', 'like', addcslashes($path, '%_\\').'/%')->orderBy('path')->pluck('path', 'id')->all();

        return $found !== [] ? $found : throw Refused::because("There is nothing at {$path} that Hafenbuch knows. Look for changed files, and try again.");
    }
}
