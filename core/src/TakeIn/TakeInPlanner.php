<?php

declare(strict_types=1);

namespace Hafenbuch\Core\TakeIn;

use Hafenbuch\Core\Naming\FreeName;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Plan\Relinking;
use Hafenbuch\Core\Reference\Address;

/** Works out which files come in, and where to. The same bytes come in once, and not at all where they are already. */
final class TakeInPlanner
{
    /** @var array<string, string> by SHA-256: where a file without references of its own comes in */
    private array $coming = [];

    /** @var array<string, true> folded paths that are given away */
    private array $given = [];

    /** @var array<string, string> by the path of a source: where it comes in */
    private array $places = [];

    /**
     * @param  array<string, string>  $present  path of the workspace by SHA-256, of files with the content of a source
     * @param  \Closure(string): bool  $isTaken  whether a path of the workspace cannot be had
     * @param  \Closure(string): ?string  $hashAt  the SHA-256 of the file at a path of the workspace
     */
    private function __construct(private readonly IncomingRules $rules, private readonly array $present, private readonly \Closure $isTaken, private readonly \Closure $hashAt) {}

    /**
     * @param  list<SourceFile>  $sources  what others refer to after these
     * @param  array<string, TakeInChoice>  $choices  by the path of a source
     * @param  array<string, string>  $present
     * @param  \Closure(string): bool  $isTaken
     * @param  \Closure(string): ?string  $hashAt
     * @return list<TakeInRow>
     */
    public static function rows(array $sources, IncomingRules $rules, array $choices, array $present, \Closure $isTaken, \Closure $hashAt): array
    {
        $planner = new self($rules, $present, $isTaken, $hashAt);

        return array_map(static fn (SourceFile $source): TakeInRow => $planner->row($source, $choices[$source->path] ?? new TakeInChoice), $sources);
    }

    /** @param list<TakeInRow> $rows */
    public static function relinking(array $rows): Relinking
    {
        $leads = $arrivals = [];
        foreach ($rows as $row) {
            if ($row->to !== null) {
                $leads[Address::end($row->source->path)] = $row->to;
            }
            if ($row->arrival() !== null) {
                $arrivals[] = $row->arrival();
            }
        }

        return new Relinking($leads, $arrivals);
    }

    private function row(SourceFile $source, TakeInChoice $choice): TakeInRow
    {
        $rule = $this->rules->for($source->kind, $source->path);
        if ($choice->stays || ($rule->staysInPlace && $choice->folder === null)) {
            return new TakeInRow($source, null, false);
        }
        // Where its references lead depends on where a file is, so only one without any is the same anywhere.
        $same = $source->ends === [] ? $this->present[$source->hash] ?? $this->coming[$source->hash] ?? null : null;
        if ($same !== null) {
            return new TakeInRow($source, $this->places[$source->path] = $same, true);
        }
        $wanted = $this->wanted($source, $choice, $rule);
        $isTaken = fn (string $path): bool => isset($this->given[Path::fold($path)]) || ($this->isTaken)($path);
        $isFree = ! $isTaken($wanted);
        if (! $isFree && $source->ends === [] && ! isset($this->given[Path::fold($wanted)]) && ($this->hashAt)($wanted) === $source->hash) {
            return new TakeInRow($source, $this->places[$source->path] = $wanted, true);
        }
        $path = $isFree ? $wanted : FreeName::near($wanted, $isTaken) ?? $wanted;
        $this->given[Path::fold($path)] = true;
        $this->places[$source->path] = $path;
        if ($source->ends === []) {
            $this->coming[$source->hash] = $path;
        }

        return new TakeInRow($source, $path, false);
    }

    private function wanted(SourceFile $source, TakeInChoice $choice, IncomingRule $rule): string
    {
        $referrer = str_starts_with($source->referrer, '/') ? $this->places[$source->referrer] ?? '' : $source->referrer;
        $folder = $choice->folder ?? $rule->folder ?? Path::folderOf($referrer);

        return ($folder === '' ? '' : rtrim($folder, '/').'/').Path::nameOf($source->path);
    }
}
