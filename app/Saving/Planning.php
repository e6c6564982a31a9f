<?php

declare(strict_types=1);

namespace App\Saving;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\Quay;
use App\Support\Refused;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Index\SnapshotReader;
use App\Workspace\Lent;
use App\Workspace\Reading\Formats;
use App\Workspace\Sources;
use Hafenbuch\Core\Document\Beside;
use Hafenbuch\Core\Format\Rewriter;
use Hafenbuch\Core\Plan\Act;
use Hafenbuch\Core\Plan\Choice;
use Hafenbuch\Core\Plan\ContentMaker;
use Hafenbuch\Core\Plan\Decided;
use Hafenbuch\Core\Plan\Decider;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Plan\Follow;
use Hafenbuch\Core\Plan\Plan;
use Hafenbuch\Core\Plan\PlanLine;
use Hafenbuch\Core\Plan\Planner;
use Hafenbuch\Core\Plan\Relinking;
use Hafenbuch\Core\Plan\Scope;
use Hafenbuch\Core\Reference\Resolver;

/** Turns decisions into plans. */
final readonly class Planning
{
    public function __construct(
        private SnapshotReader $snapshots,
        private Planner $planner,
        private DiskContentStore $contents,
        private ReleaseReader $releases,
    ) {}

    /**
     * @param  array<string, Choice|Decision>  $choices  by document id
     *
     * @throws Refused
     */
    public function plan(Workspace $workspace, User $person, array $choices): Plan
    {
        return $this->prepare($workspace, $person, $choices)->plan;
    }

    /**
     * @param  array<string, Choice|Decision>  $choices  by document id
     *
     * @throws Refused
     */
    public function prepare(Workspace $workspace, User $person, array $choices, ?Relinking $relinking = null): PreparedPlan
    {
        $relinking ??= Relinking::none();
        [$choices, $companions] = CompanionFiles::along($workspace, array_map(Choice::of(...), $choices));
        $paths = array_values(array_filter(array_map(static fn (Choice $choice): ?string => $choice->decision->path, $choices)));
        array_push($paths, ...$relinking->paths());
        $ids = array_map(strval(...), array_keys($choices));
        foreach ($choices as $choice) {
            array_push($ids, ...$choice->decision->followers);
        }
        $snapshot = $this->snapshots->around($workspace, array_values(array_unique($ids)), $person, array_values(array_unique($paths)), array_map(strval(...), array_keys($relinking->leads)), $relinking->targets(), new Beside($companions, NewOutside::in($workspace, $choices), Lent::among($workspace, array_map(strval(...), array_keys($choices)))));
        $asksForQuay = array_filter($choices, static fn (Choice $choice): bool => $choice->follow === Follow::Quay) !== [];
        $decided = Decider::decide($snapshot, $choices, $asksForQuay ? (new Quay($workspace, $person))->all() : []);

        $act = match (true) {
            $relinking->arrivals !== [] => Act::TakeIn,
            $relinking->leads !== [] => Act::Relink,
            default => $decided->act,
        };

        $plan = $this->planner->plan($snapshot, $decided->decisions, $this->contentMaker($workspace, $person), $relinking);
        $moved = $this->releases->add($workspace, $person, $plan, $choices);

        return new PreparedPlan($moved, new Decided($decided->decisions, $plan->isEmpty() && ! $moved->isEmpty() ? Act::Release : $act));
    }

    /**
     * The documents to which a choice reaches.
     *
     * @param  ?string  $id  of the document for which it is made; null: none, as for the whole quay
     * @return list<string>
     */
    public function reach(Workspace $workspace, User $person, ?string $id, Scope $scope): array
    {
        $quay = $scope === Scope::Quay ? (new Quay($workspace, $person))->all() : [];

        return $scope->documents($this->snapshots->unsaved($workspace), $id, $quay);
    }

    /**
     * The contents before and after one line of a plan, both in the store afterwards.
     *
     * @return array{?string, ?string} hashes
     *
     * @throws Refused|\Hafenbuch\Core\Write\UnableToRead
     */
    public function contentsOf(Workspace $workspace, Plan $plan, string $path): array
    {
        foreach ($plan->lines as $line) {
            if ($line->path === $path) {
                $isFile = $line->action->touchesFile();
                $hashes = $isFile ? [$line->before, $line->after] : [$line->draftBefore ?? $line->before, $line->draftAfter ?? $line->after];
                foreach ($hashes as $hash) {
                    if ($hash !== null && ! $this->contents->has($hash)) {
                        isset($plan->contents[$hash]) ? $this->contents->putBytes($plan->contents[$hash]) : $this->contents->put(WorkspaceFiles::of($workspace)->open(self::placeOf($hash, $line, $plan)));
                    }
                }

                return $hashes;
            }
        }

        throw Refused::because("The plan has no line for {$path} any more.");
    }

    /** Where a content lies now that one of a document’s lines is about: at the path that the document leaves, where it moves. */
    private static function placeOf(string $hash, PlanLine $line, Plan $plan): string
    {
        foreach ($plan->lines as $other) {
            if ($other->documentId === $line->documentId && $other->before === $hash) {
                return $other->path;
            }
        }

        return $line->path;
    }

    private function contentMaker(Workspace $workspace, User $person): ContentMaker
    {
        return new ContentMaker(new WorkspaceContents($workspace, $this->contents, Sources::of($workspace, $person)), new Rewriter(Formats::of($workspace), new Resolver($workspace->root)));
    }
}
