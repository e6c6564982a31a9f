<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Tests\Support;

use Hafenbuch\Core\Write\FileChange;
use Hafenbuch\Core\Write\FileSystem;
use Hafenbuch\Core\Write\Operation;
use Hafenbuch\Core\Write\Outcome;
use Hafenbuch\Core\Write\Progress;
use Hafenbuch\Core\Write\Recovery;
use Hafenbuch\Core\Write\Transaction;

/**
 * A workspace about to be changed by an operation of so many lines: some written, some created in new folders, some removed; of many, two are moved besides.
 *
 * @template Files of FileSystem
 */
final class SmallSave
{
    public readonly MemoryStore $store;

    public readonly MemoryJournal $journal;

    public readonly Operation $operation;

    /** @var array<string, string> */
    public array $before = ['bystander.md' => 'untouched'];

    /** @var array<string, string> */
    public array $after = ['bystander.md' => 'untouched'];

    /** @var Files */
    public readonly FileSystem $files;

    /** @param callable(array<string, string>, Fuse): Files $files makes the file system */
    private function __construct(int $lines, callable $files, public readonly Fuse $fuse)
    {
        $this->store = new MemoryStore;
        $changes = [];
        for ($n = 0; $n < $lines; $n++) {
            $path = ['a/file-', 'new/folder-'.$n.'/file-', 'b/file-'][$n % 3].$n;
            $old = $n % 3 === 1 ? null : "old {$n}";
            $new = $n % 3 === 2 && $lines > 3 ? null : "new {$n}";
            if ($old !== null) {
                $this->before[$path] = $old;
            }
            if ($new !== null) {
                $this->after[$path] = $new;
                $this->store->put(MemoryStore::stream($new));
            }
            $changes[] = new FileChange($path, $old === null ? null : hash('sha256', $old), $new === null ? null : hash('sha256', $new));
        }
        // Two that only change their names, in either order.
        foreach ($lines > 3 ? [1, 2] : [] as $n) {
            [$old, $new, $content] = ["b/moved-{$n}", "new/moved/file-{$n}", "moved {$n}"];
            $this->before[$old] = $this->after[$new] = $content;
            $hash = hash('sha256', $content);
            $pair = [new FileChange($new, null, $hash, $old), new FileChange($old, $hash, null, $new)];
            array_push($changes, ...($n === 1 ? $pair : array_reverse($pair)));
        }
        ksort($this->before);
        ksort($this->after);
        $this->operation = new Operation('op', $changes, [], $lines < 3 ? [] : ['b']);
        $this->files = $files($this->before, $fuse);
        $this->journal = new MemoryJournal($fuse);
    }

    /** @return self<MemoryFiles> */
    public static function of(int $lines, bool $hasSecondNames = true): self
    {
        $save = new self($lines, static fn (array $files, Fuse $fuse): MemoryFiles => new MemoryFiles($files, $fuse), new Fuse);
        $save->files->hasSecondNames = $hasSecondNames;

        return $save;
    }

    /** @return self<VolatileFiles> on a file system whose power can fail */
    public static function onVolatile(int $lines, bool $hasSecondNames = true): self
    {
        $save = new self($lines, static fn (array $files, Fuse $fuse): VolatileFiles => new VolatileFiles($files, $fuse), new Fuse);
        $save->files->hasSecondNames = $hasSecondNames;

        return $save;
    }

    public function save(?Progress $progress = null): void
    {
        (new Transaction($this->files, $this->store, $this->journal, $progress))->run($this->operation);
    }

    /** @return array<string, Outcome> */
    public function recover(): array
    {
        return (new Recovery($this->files, $this->store, $this->journal))->run();
    }

    /** What is to be there, by what the journal says. */
    public function expected(): array
    {
        return $this->journal->state('op') === 'written' ? $this->after : $this->before;
    }
}
