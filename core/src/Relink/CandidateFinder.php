<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Relink;

use Hafenbuch\Core\Path\Path;

/**
 * Finds, for files that are missed, those that are there and may be meant. All that are there are looked at once, in any order and
 * one after the other, so that only what is missed, and what is like it, is in memory.
 */
final class CandidateFinder
{
    /** So many are told for one file. */
    public const MOST = 8;

    /** What so many have in common tells nothing. */
    private const COMMON = 50;

    /** Stages so near are told. */
    private const STAGES = [1, -1, 2, -2];

    /** @var list<NameKeys> by the number of a lost file */
    private array $keys = [];

    /** @var array<string, array<string, list<int>>> by likeness and by what it compares: the numbers of lost files */
    private array $wanted = [];

    /** @var array<int, array<string, Candidate>> by number and path */
    private array $found = [];

    /** @var array<int, array<string, int>> by number and likeness: how many are like it */
    private array $counts = [];

    /** @var array<string, array<string, int>> by likeness and sign: how many present files have it */
    private array $seen = [];

    /** @var array<string, array<string, int>> by folder that files are missed from and by the folder where files of their names are: how many */
    private array $folders = [];

    /** @param list<LostFile> $lost */
    private function __construct(private readonly array $lost)
    {
        foreach ($lost as $number => $one) {
            $keys = $this->keys[$number] = NameKeys::of($one->path);
            foreach ($this->signs($keys, $one->hash, $one->size, $one->facts) as $likeness => $sign) {
                $this->wanted[$likeness][$sign][] = $number;
            }
            foreach (self::STAGES as $away) {
                $this->wanted[Likeness::Stage->value][$keys->stageSign($away)][] = $number;
            }
        }
        $this->wanted = array_map(static fn (array $signs): array => array_diff_key($signs, ['' => true]), $this->wanted);
        // Among many that have a sign, which one is meant is anyone's guess. The same content is no guess.
        foreach (array_diff(array_keys($this->wanted), [Likeness::Content->value]) as $likeness) {
            $this->wanted[$likeness] = array_filter($this->wanted[$likeness], static fn (array $numbers): bool => count($numbers) <= self::COMMON);
        }
    }

    /**
     * @param  list<LostFile>  $lost
     * @param  iterable<PresentFile>  $present
     * @return list<list<Candidate>> for each lost file, the best first
     */
    public static function find(array $lost, iterable $present): array
    {
        $finder = new self($lost);
        foreach ($lost === [] ? [] : $present as $file) {
            $finder->look($file);
        }

        return array_map($finder->ranked(...), array_keys($lost));
    }

    /** @return array<string, string> by likeness: what a file must have too; '' where nothing is to be compared */
    private function signs(NameKeys $keys, ?string $hash, ?int $size, ?string $facts, string $stage = ''): array
    {
        return [
            Likeness::Content->value => (string) $hash,
            Likeness::Name->value => $keys->name,
            Likeness::Spelling->value => $keys->spelling,
            Likeness::Separators->value => $keys->separators,
            Likeness::Extension->value => $keys->stem,
            Likeness::Stage->value => $stage,
            Likeness::Size->value => $size === null || $size === 0 ? '' : "{$size}.{$keys->extension}",
            Likeness::Facts->value => $facts === null ? '' : "{$facts}.{$keys->extension}",
            Likeness::NearName->value => $keys->start,
        ];
    }

    private function look(PresentFile $file): void
    {
        $keys = NameKeys::of($file->path);
        $stage = ($this->wanted[Likeness::Stage->value] ?? []) !== [] ? $keys->stageSign(0) : '';
        foreach ($this->signs($keys, $file->hash, $file->size, $file->facts, $stage) as $likeness => $sign) {
            if (! isset($this->wanted[$likeness][$sign])) {
                continue;
            }
            // As many files as are told are enough, where many miss the same.
            $seen = $this->seen[$likeness][$sign] = ($this->seen[$likeness][$sign] ?? 0) + 1;
            foreach ($seen > self::COMMON ? [] : $this->wanted[$likeness][$sign] as $number) {
                $this->take($number, $file->path, Likeness::from($likeness), $keys);
            }
        }
    }

    private function take(int $number, string $path, Likeness $likeness, NameKeys $keys): void
    {
        if ($path === $this->lost[$number]->path || isset($this->found[$number][$path]) || ($likeness === Likeness::NearName && ! $this->keys[$number]->isNear($keys))) {
            return;
        }
        if ($likeness === Likeness::Name) {
            $from = Path::folderOf($this->lost[$number]->path);
            $to = Path::folderOf($path);
            $this->folders[$from][$to] = ($this->folders[$from][$to] ?? 0) + 1;
        }
        $count = $this->counts[$number][$likeness->value] = ($this->counts[$number][$likeness->value] ?? 0) + 1;
        if ($count <= self::COMMON) {
            $this->found[$number][$path] = new Candidate($path, $likeness);
        }
    }

    /** @return list<Candidate> */
    private function ranked(int $number): array
    {
        $lost = $this->lost[$number];
        $folder = Path::folderOf($lost->path);
        $ranked = [];
        foreach ($this->found[$number] ?? [] as $candidate) {
            $others = $candidate->likeness === Likeness::Name ? ($this->folders[$folder][Path::folderOf($candidate->path)] ?? 1) - 1 : 0;
            $ranked[] = $others > 0 ? new Candidate($candidate->path, Likeness::Folder, $others) : $candidate;
        }
        // Size alone says little where something says more.
        if (count($ranked) > 1 && $ranked !== array_filter($ranked, static fn (Candidate $one): bool => $one->likeness === Likeness::Size)) {
            $ranked = array_filter($ranked, static fn (Candidate $one): bool => $one->likeness !== Likeness::Size);
        }
        $name = Path::nameOf($lost->path);
        $order = array_map(static fn (Candidate $one): array => [$one->likeness->rank(), -$one->others, Path::nameOf($one->path) === $name ? 0 : 1, -self::nearness($one->path, $lost->path), strlen($one->path), $one->path], $ranked);
        asort($order);

        return array_values(array_map(static fn (int $place): Candidate => $ranked[$place], array_slice(array_keys($order), 0, self::MOST)));
    }

    /** How many folders two paths have in common, counted from either end. */
    private static function nearness(string $path, string $other): int
    {
        $names = explode('/', Path::folderOf($path));
        $others = explode('/', Path::folderOf($other));
        $least = min(count($names), count($others));
        for ($same = 0; $same < $least && $names[$same] === $others[$same]; $same++);
        for ($tail = 0; $tail < $least - $same && $names[count($names) - 1 - $tail] === $others[count($others) - 1 - $tail]; $tail++);

        return $same + $tail;
    }
}
