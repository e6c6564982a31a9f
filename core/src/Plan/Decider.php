<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Document\Snapshot;

/** Works out what a person's choices mean, the one place that does: who follows, which strays are accepted, what the act is called. */
final class Decider
{
    /**
     * @param  array<string, Choice>  $choices  by document id
     * @param  list<string>  $quay  the ids of the documents that the person has on the quay
     */
    public static function decide(Snapshot $snapshot, array $choices, array $quay): Decided
    {
        $open = array_fill_keys($quay, true);
        $deleted = self::pathsOf($snapshot, array_keys(array_filter($choices, static fn (Choice $choice): bool => $choice->acceptsStrays)));
        $accepted = $deleted === [] ? [] : array_map(static fn (string $id): string => $snapshot->get($id)->path, $snapshot->pointingAt($deleted));
        $decisions = [];
        foreach ($choices as $id => $choice) {
            $decisions[$id] = match (true) {
                $choice->follow !== null => $choice->decision->followedBy(self::followers($snapshot, (string) $id, $choice->follow, $open)),
                $choice->acceptsStrays => $choice->decision->accepting($accepted),
                default => $choice->decision,
            };
        }

        return new Decided($decisions, self::act($choices));
    }

    /**
     * @param  array<string, true>  $open
     * @return list<string>
     */
    private static function followers(Snapshot $snapshot, string $id, Follow $follow, array $open): array
    {
        return $follow === Follow::Nobody ? [] : array_values(array_filter(
            $snapshot->graph()->referrersOf($id),
            static fn (string $referrer): bool => $follow === Follow::Everyone || isset($open[$referrer]),
        ));
    }

    /**
     * @param  list<int|string>  $ids
     * @return array<string, true>
     */
    private static function pathsOf(Snapshot $snapshot, array $ids): array
    {
        $paths = [];
        foreach ($ids as $id) {
            if (isset($snapshot->documents[$id])) {
                $paths[$snapshot->documents[$id]->path] = true;
            }
        }

        return $paths;
    }

    /** @param array<string, Choice> $choices */
    private static function act(array $choices): Act
    {
        $has = [];
        foreach ($choices as $choice) {
            if ($choice->isSetAside) {
                return Act::SetAside;
            }
            $has[$choice->decision->kind->name] = true;
        }

        return match (true) {
            isset($has[DecisionKind::Move->name]) => Act::Move,
            isset($has[DecisionKind::Delete->name]) => Act::Delete,
            isset($has[DecisionKind::Copy->name]) && ! isset($has[DecisionKind::Save->name]) && ! isset($has[DecisionKind::SaveAs->name]) => Act::Copy,
            default => Act::Save,
        };
    }
}
