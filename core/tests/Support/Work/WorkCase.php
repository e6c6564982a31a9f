<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Tests\Support\Work;

/** One random workspace, some acts on it, and all of them taken back. */
final class WorkCase
{
    /**
     * @param  callable(list<Doc>): Worked  $make
     * @return array{acts: int, wrong: list<string>}
     */
    public static function run(int $seed, int $documents, int $acts, callable $make): array
    {
        mt_srand($seed);
        $start = RandomWork::documents($documents);
        $worked = $make($start);
        $first = self::files($worked);
        $done = [];
        for ($act = 0; $act < $acts; $act++) {
            $before = $worked->documents();
            if ($before === []) {
                break;
            }
            [$name, $decisions] = RandomWork::act($worked);
            $plan = $worked->execute($decisions);
            if ($plan->isBlocked()) {
                continue;
            }
            if (! $plan->isEmpty()) {
                $done[] = $name;
            }
            $wrong = Expectations::violated($before, $worked->documents(), $decisions);
            if ($wrong !== []) {
                return ['acts' => count($done), 'wrong' => ["seed {$seed}, act {$act}, {$name}", ...$wrong]];
            }
        }
        foreach (array_reverse($done) as $name) {
            try {
                $worked->undo();
            } catch (\Throwable $failure) {
                return ['acts' => count($done), 'wrong' => ["seed {$seed}, taking back {$name}: {$failure->getMessage()}"]];
            }
        }
        $last = self::files($worked);

        return ['acts' => count($done), 'wrong' => $last === $first ? [] : ["seed {$seed}: not as in the beginning after taking back ".implode(', ', $done), ...self::differences($first, $last)]];
    }

    /** @return array<string, array{?string, ?string}> saved content and draft by path */
    private static function files(Worked $worked): array
    {
        $files = [];
        foreach ($worked->documents() as $document) {
            $files[($document->saved === null ? 'new ' : '').$document->id] = [$document->saved === null ? '' : $document->path, $document->saved, $document->draft];
        }
        ksort($files);

        return $files;
    }

    /**
     * @param  array<string, mixed>  $first
     * @param  array<string, mixed>  $last
     * @return list<string>
     */
    private static function differences(array $first, array $last): array
    {
        $differences = [];
        foreach ($first + $last as $key => $_) {
            if (($first[$key] ?? null) !== ($last[$key] ?? null)) {
                $differences[] = "{$key}: was ".json_encode($first[$key] ?? null, JSON_UNESCAPED_UNICODE).', is '.json_encode($last[$key] ?? null, JSON_UNESCAPED_UNICODE);
            }
        }

        return $differences;
    }
}
