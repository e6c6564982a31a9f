<?php

declare(strict_types=1);

namespace App\Past\Store;

use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\StoreHold;
use App\Workspace\WorkspaceLock;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Compares what is kept with what is referred to, and frees what nothing refers to. */
final readonly class Inventory
{
    /** Nothing is freed that was used within an hour, since what is to refer to it may not be recorded yet. */
    public const UNUSED_SECONDS = 3600;

    /** For a draft's own former contents, which its requests record at once. */
    private const STEP_SECONDS = 60;

    private const STEPS_AT_ONCE = 2000;

    public function __construct(private DiskContentStore $contents, private Roots $roots) {}

    public function check(): Findings
    {
        $roots = $this->known($this->roots->all());
        $findings = new Findings;
        $seen = [];
        foreach ($this->contents->all() as $hash => $file) {
            $key = (string) hex2bin((string) $hash);
            $seen[$key] = true;
            if (! isset($roots[$key])) {
                $findings->leftOver((string) $hash, $file['size'], $file['usedAt'] > time() - self::UNUSED_SECONDS);
            } elseif ($this->contents->isSound((string) $hash)) {
                $findings->sound($file['size']);
            } else {
                $findings->damaged((string) $hash);
            }
        }
        foreach ($roots as $key => $isRequired) {
            if ($isRequired && ! isset($seen[$key])) {
                $findings->missing(bin2hex((string) $key));
            }
        }
        $findings->name($this->roots->all());

        return $findings;
    }

    /**
     * Frees everything that nothing refers to, in no workspace, since they share the store.
     *
     * @return ?array{contents: int, bytes: int} null where an operation was running all the time, or a backup is being made
     */
    public function sweep(int $unusedSeconds = self::UNUSED_SECONDS): ?array
    {
        return StoreHold::whileFreeing($this->contents, fn (): ?array => $this->freeUnused($unusedSeconds));
    }

    /** @return ?array{contents: int, bytes: int} */
    private function freeUnused(int $unusedSeconds): ?array
    {
        // What is unused is listed first: a content that gets used from here on is young, and stays.
        $candidates = [];
        foreach ($this->contents->all() as $hash => $file) {
            if ($file['usedAt'] <= time() - $unusedSeconds) {
                $candidates[] = (string) $hash;
            }
        }
        $roots = WorkspaceLock::asOfAnIdleMoment(fn (): array => $candidates === [] ? [] : $this->known($this->roots->all()));
        if ($roots === null) {
            return null;
        }
        $freed = ['contents' => 0, 'bytes' => 0];
        foreach ($candidates as $hash) {
            $bytes = isset($roots[hex2bin($hash)]) ? 0 : $this->contents->free($hash, $unusedSeconds);
            $freed['contents'] += $bytes > 0 ? 1 : 0;
            $freed['bytes'] += $bytes;
        }
        $this->contents->clearIncoming($unusedSeconds);

        return $freed;
    }

    /**
     * Frees the whole contents of steps that are kept as changes, once nothing else refers to them.
     *
     * @return ?int how many bytes came free; null where an operation was running all the time, or a backup is being made
     */
    public function releaseSteps(int $unusedSeconds = self::STEP_SECONDS, int $atOnce = self::STEPS_AT_ONCE): ?int
    {
        return StoreHold::whileFreeing($this->contents, fn (): ?int => $this->freeSteps($unusedSeconds, $atOnce));
    }

    private function freeSteps(int $unusedSeconds, int $atOnce): ?int
    {
        // Steps on the screen would wait in vain, and so many of them would keep all later ones from their turn.
        $due = static fn () => DB::table('draft_steps')->where('has_content', true)->where('at', '<=', now()->subSeconds($unusedSeconds)->format('Y-m-d H:i:s.v'))
            ->whereNotExists(static fn (Builder $open) => $open->selectRaw('1')->from('documents')->whereColumn('documents.id', 'draft_steps.document_id')->whereColumn('documents.step_id', 'draft_steps.id'));
        if (! $due()->exists()) {
            return 0;
        }
        $steps = $due()->orderBy('at')->limit($atOnce)->pluck('hash', 'id')->all();
        $unreferred = WorkspaceLock::asOfAnIdleMoment(fn (): array => array_filter(array_unique($steps), fn (string $hash): bool => ! Roots::referTo($hash)));
        if ($unreferred === null) {
            return null;
        }
        $bytes = array_sum(array_map(fn (string $hash): int => $this->contents->free($hash, $unusedSeconds), $unreferred));
        // What is still on the screen, or was put there again just now, waits for the next time.
        $waiting = array_keys(array_filter($steps, fn (string $hash): bool => $this->contents->has($hash) && ! Roots::referTo($hash, false)));
        DB::table('draft_steps')->whereIn('id', array_diff(array_keys($steps), $waiting))->update(['has_content' => false]);

        return $bytes;
    }

    /**
     * @param  iterable<Root>  $roots
     * @return array<string, bool> by hash, in bytes: whether something is lost without it
     */
    private function known(iterable $roots): array
    {
        $known = [];
        foreach ($roots as $root) {
            $key = (string) hex2bin($root->hash);
            $known[$key] = ($known[$key] ?? false) || $root->isRequired;
        }

        return $known;
    }
}
