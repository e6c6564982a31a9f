<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Naming\CompanionRule;

/** Which files go where a document goes because they belong to it by their names. */
final class Companions
{
    /**
     * @param  array<string, Choice>  $choices  by document id
     * @param  array<string, string>  $paths  of the chosen documents, by id
     * @param  list<CompanionRule>  $rules
     * @param  array<string, string>  $files  id by path, of the files that have the path of a companion
     * @param  array<string, array<string, string>>  $folders  by the path of a companion that is a folder: id by path of the files below it
     * @return array<string, Choice> the choices, and one for each companion
     */
    public static function along(array $choices, array $paths, array $rules, array $files, array $folders): array
    {
        $along = $choices;
        foreach ($choices as $id => $choice) {
            $from = $paths[$id] ?? null;
            $to = $choice->decision->path;
            if ($from === null || $to === null || ! self::takesAlong($choice->decision)) {
                continue;
            }
            foreach ($rules as $rule) {
                [$old, $new] = [$rule->pathFor($from), $rule->pathFor($to)];
                if ($old === null || $new === null) {
                    continue;
                }
                foreach ($rule->isFolder ? $folders[$old] ?? [] : array_filter([$old => $files[$old] ?? null]) as $path => $companion) {
                    // What a person has decided of it counts.
                    if (! isset($along[$companion]) && $companion !== $id) {
                        $along[$companion] = new Choice($choice->decision->alongTo($new.substr((string) $path, strlen($old)), $from), isSetAside: $choice->isSetAside);
                    }
                }
            }
        }

        return $along;
    }

    /** Whether companions go along: where a document moves or is copied, and not where it goes on under another name. */
    public static function takesAlong(Decision $decision): bool
    {
        return $decision->kind === DecisionKind::Move || $decision->kind === DecisionKind::Copy;
    }

    /** Whether they are left behind, of which the plan warns. */
    public static function leavesBehind(Decision $decision): bool
    {
        return $decision->kind === DecisionKind::Delete;
    }
}
