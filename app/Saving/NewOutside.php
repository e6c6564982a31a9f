<?php

declare(strict_types=1);

namespace App\Saving;

use App\Models\Workspace;
use App\Support\ManyValues;
use App\Workspace\MediaType;
use App\Workspace\Settings;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Plan\Choice;
use Hafenbuch\Core\Reference\TargetKind;
use Hafenbuch\Core\TakeIn\MediaKind;
use Illuminate\Support\Facades\DB;

/** Finds the files outside of the workspace to which drafts that are to be saved refer for the first time. */
final class NewOutside
{
    /**
     * @param  array<string, Choice>  $choices  by document id
     * @return array<string, list<string>> by document id: absolute paths of files that the workspace's rules would take in
     */
    public static function in(Workspace $workspace, array $choices): array
    {
        $saved = array_map(strval(...), array_keys(array_filter($choices, static fn (Choice $choice): bool => $choice->decision->isSave() || $choice->decision->makesFile())));
        $layers = [];
        foreach (ManyValues::portions($saved) as $ids) {
            foreach (ManyValues::among(DB::table('document_references'), 'document_id', $ids)->where('target_kind', TargetKind::Outside->value)->whereNotNull('address')->get(['document_id', 'in_draft', 'address']) as $row) {
                $layers[$row->document_id][(int) $row->in_draft][$row->address] = true;
            }
        }
        $rules = $layers === [] ? null : Settings::of($workspace)->incoming();
        $new = [];
        foreach ($layers as $id => $layer) {
            $paths = array_filter(array_map(strval(...), array_keys(array_diff_key($layer[1] ?? [], $layer[0] ?? []))), static fn (string $path): bool => str_starts_with($path, '/')
                && $rules?->for(MediaKind::of(MediaType::of($path), FormatRegistry::standard()->forPath($path) !== null), $path)->staysInPlace === false);
            if ($paths !== []) {
                sort($paths);
                $new[$id] = $paths;
            }
        }

        return $new;
    }
}
