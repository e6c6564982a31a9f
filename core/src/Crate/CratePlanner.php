<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate;

use Hafenbuch\Core\Reference\Address;
use Hafenbuch\Core\Reference\TargetKind;

/** Works out what goes into a crate: the chosen files with everything below them, and nothing else. A pure function. */
final class CratePlanner
{
    private const HOPS = 40;

    /** @var array<string, ?string> by end, in the order in which files are reached: why each stays out */
    private array $reached = [];

    /** @var array<string, array<string, true>> by end: who refers to it */
    private array $referredBy = [];

    /** @var array<string, string> by end: the document to which it belongs */
    private array $companionOf = [];

    /** @var list<LeadOut> */
    private array $leadOut = [];

    /** @var array<string, true> paths of the workspace that references name and at which nothing is */
    private array $missing = [];

    /** @var array<string, string> ends of links, with where they lead in the end */
    private array $links = [];

    private int $references = 0;

    private function __construct(private readonly Gathered $gathered, private readonly PackChoices $choices) {}

    public static function plan(Gathered $gathered, PackChoices $choices): CratePlan
    {
        $planner = new self($gathered, $choices);
        $planner->reachAll();

        return $planner->placed();
    }

    private function reachAll(): void
    {
        $queue = [];
        foreach ($this->gathered->tops as $top) {
            $this->reach($this->followed($top) ?? $top, $queue, true);
        }
        for ($head = 0; $head < count($queue); $head++) {
            $from = $queue[$head];
            foreach ($this->gathered->references[$from] ?? [] as $reference) {
                $this->follow($from, $reference, $queue);
            }
            foreach ($this->gathered->companions[$from] ?? [] as $companion) {
                $this->companionOf[$companion] ??= $from;
                $this->reach($companion, $queue);
            }
        }
    }

    /** @param list<string> $queue */
    private function follow(string $from, GatheredReference $reference, array &$queue): void
    {
        $kind = LeadKind::of($reference->kind);
        if ($kind === null) {
            return;
        }
        $this->references++;
        $end = $reference->end === null ? null : $this->followed($reference->end);
        if ($end !== null && isset($this->gathered->files[$end])) {
            $this->referredBy[$end][$from] = true;
            $this->reach($end, $queue);

            return;
        }
        if ($reference->kind === TargetKind::File && $reference->end !== null && Address::of($reference->end) === null) {
            $this->missing[$reference->end] = true;
        }
        $why = $this->gathered->refused[$reference->end ?? ''] ?? $kind->why();
        $this->leadOut[] = new LeadOut($from, $reference->raw, $kind, $reference->end, $why, $this->choices->accepts($kind, $reference->end));
    }

    /** @param list<string> $queue */
    private function reach(string $end, array &$queue, bool $isTop = false): void
    {
        $file = $this->gathered->files[$end] ?? null;
        if ($file === null || array_key_exists($end, $this->reached)) {
            return;
        }
        // What is chosen goes in, unless it is left out by itself.
        $this->reached[$end] = $isTop && ! isset($this->choices->files[$end]) ? null : $this->choices->whyOut($file);
        if ($this->reached[$end] === null) {
            $queue[] = $end;
        }
    }

    /** Where a reference ends that a link stands in the way of; null: the links lead in a circle. */
    private function followed(string $end): ?string
    {
        $at = $end;
        for ($hops = 0; $hops < self::HOPS; $hops++) {
            $next = ($this->gathered->files[$at] ?? null)?->leadsTo;
            if ($next === null) {
                return $at === $end ? $end : $this->links[$end] = $at;
            }
            $at = $next;
        }

        return null;
    }

    private function placed(): CratePlan
    {
        $kinds = [];
        foreach (array_keys($this->reached) as $end) {
            $kinds[(string) $end] = $this->gathered->files[$end]->kind;
        }
        $placement = Placement::of($kinds, array_map(strval(...), array_keys(array_diff_key($this->missing, $kinds))), $this->choices->layout);
        $tops = array_fill_keys(array_map(fn (string $top): string => $this->followed($top) ?? $top, $this->gathered->tops), true);
        $entries = $partly = $facts = [];
        foreach ($this->reached as $end => $whyOut) {
            $end = (string) $end;
            $file = $this->gathered->files[$end];
            $place = $placement->places[$end];
            $entries[] = new CrateEntry(
                $file, $place, array_map(strval(...), array_keys($this->referredBy[$end] ?? [])), $whyOut, isset($tops[$end]),
                isset($this->referredBy[$end]) ? null : $this->companionOf[$end] ?? null, $placement->renamed[$end] ?? null,
            );
            $facts[] = [$end, $place, $file->hash, $whyOut];
            if ($whyOut === null && ! $file->isReadWhole) {
                $partly[] = $end;
            }
        }
        $leads = $placement->places;
        foreach ($this->links as $link => $end) {
            if (isset($leads[$end])) {
                $leads[$link] = $leads[$end];
            }
        }
        $fingerprint = hash('sha256', json_encode([$facts, $this->choices->handles, array_map(static fn (LeadOut $lead): array => [$lead->from, $lead->raw, $lead->isAccepted], $this->leadOut)], JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE));

        return new CratePlan($entries, $this->leadOut, $this->references, $leads, array_diff_key($placement->places, $kinds), $partly, $fingerprint);
    }
}
