<?php

declare(strict_types=1);

namespace App\Saving;

use App\Models\Document;
use App\Models\Workspace;
use App\Support\ManyValues;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Settings;
use Hafenbuch\Core\Naming\CompanionRule;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Plan\Choice;
use Hafenbuch\Core\Plan\Companions;
use Illuminate\Support\Facades\DB;

/** Finds the files that belong to chosen documents by their names. */
final class CompanionFiles
{
    /** From so many documents on all files that are called like companions are looked at once, in place of one question for each. */
    private const MANY = 5000;

    /**
     * @param  array<string, Choice>  $choices  by document id
     * @return array{array<string, Choice>, array<string, list<string>>} the choices with those for companions; and by the path of a document that is deleted: its companions
     */
    public static function along(Workspace $workspace, array $choices): array
    {
        $concerned = array_filter($choices, static fn (Choice $choice): bool => Companions::takesAlong($choice->decision) || Companions::leavesBehind($choice->decision));
        $rules = $concerned === [] ? [] : Settings::of($workspace)->companions();
        if ($rules === []) {
            return [$choices, []];
        }
        $paths = [];
        foreach (ManyValues::portions(array_map(strval(...), array_keys($concerned))) as $ids) {
            $paths += ManyValues::among(DB::table('documents'), 'id', $ids)->where('workspace_id', $workspace->id)->pluck('path', 'id')->all();
        }
        [$files, $folders] = self::find($workspace, $rules, array_values($paths));
        $left = [];
        foreach ($concerned as $id => $choice) {
            if (Companions::leavesBehind($choice->decision) && isset($paths[$id])) {
                $left[$paths[$id]] = self::companionsOf($paths[$id], $rules, $files, $folders);
            }
        }

        return [Companions::along($choices, $paths, $rules, $files, $folders), array_filter($left)];
    }

    /**
     * @param  list<string>  $documents  paths
     * @return array<string, list<string>> by the path of a document: the files that belong to it
     */
    public static function of(Workspace $workspace, array $documents): array
    {
        $rules = Settings::of($workspace)->companions();
        [$files, $folders] = self::find($workspace, $rules, $documents);
        $found = [];
        foreach ($rules === [] ? [] : $documents as $document) {
            $found[$document] = self::companionsOf($document, $rules, $files, $folders);
        }

        return array_filter($found);
    }

    /**
     * @param  list<CompanionRule>  $rules
     * @param  array<string, string>  $files
     * @param  array<string, array<string, string>>  $folders
     * @return list<string>
     */
    private static function companionsOf(string $document, array $rules, array $files, array $folders): array
    {
        $companions = [];
        foreach ($rules as $rule) {
            $path = (string) $rule->pathFor($document);
            array_push($companions, ...$rule->isFolder ? array_map(strval(...), array_keys($folders[$path] ?? [])) : (isset($files[$path]) && $path !== $document ? [$path] : []));
        }

        return $companions;
    }

    /**
     * @param  list<CompanionRule>  $rules
     * @param  list<string>  $documents
     * @return array{array<string, string>, array<string, array<string, string>>} id by path of files; and by folder id by path of all below
     */
    private static function find(Workspace $workspace, array $rules, array $documents): array
    {
        $keys = $places = [];
        foreach ($documents as $document) {
            foreach ($rules as $rule) {
                $path = $rule->pathFor($document);
                if ($path === null) {
                    continue;
                }
                if ($rule->isFolder) {
                    $places[$path] = true;
                } elseif ($path !== $document) {
                    $keys[Document::key($path)] = true;
                }
            }
        }
        if (count($documents) >= self::MANY) {
            return self::findAmongAll($workspace, $rules, $keys, $places);
        }
        $there = static fn () => DB::table('documents')->where('workspace_id', $workspace->id)->whereNull('dropped_at')->where('is_gone', false);
        $files = $folders = [];
        foreach (ManyValues::portions(array_map(strval(...), array_keys($keys))) as $chunk) {
            $files += ManyValues::among($there(), 'path_key', $chunk)->whereNotNull('saved_hash')->pluck('id', 'path')->all();
        }
        $disk = WorkspaceFiles::of($workspace);
        foreach (array_map(strval(...), array_keys($places)) as $place) {
            if ($disk->hasFolder($place)) {
                $folders[$place] = $there()->where('path', 'like', addcslashes($place, '%_\\').'/%')->pluck('id', 'path')->all();
            }
        }

        return [$files, $folders];
    }

    /**
     * @param  list<CompanionRule>  $rules
     * @param  array<string, true>  $keys  of the paths that companions have
     * @param  array<string, true>  $places  folders that companions are
     * @return array{array<string, string>, array<string, array<string, string>>}
     */
    private static function findAmongAll(Workspace $workspace, array $rules, array $keys, array $places): array
    {
        $files = $folders = [];
        foreach ($rules as $rule) {
            $like = addcslashes($rule->ending(), '%_\\');
            $rows = DB::table('documents')->where('workspace_id', $workspace->id)->whereNull('dropped_at')->where('is_gone', false)->where('path', 'like', $rule->isFolder ? "%{$like}/%" : "%{$like}")->get(['id', 'path', 'path_key', 'saved_hash']);
            foreach ($rows as $row) {
                if (! $rule->isFolder) {
                    if ($row->saved_hash !== null && isset($keys[$row->path_key])) {
                        $files[$row->path] = $row->id;
                    }

                    continue;
                }
                for ($folder = Path::folderOf($row->path); $folder !== ''; $folder = Path::folderOf($folder)) {
                    if (isset($places[$folder])) {
                        $folders[$folder][$row->path] = $row->id;
                    }
                }
            }
        }

        return [$files, $folders];
    }
}
