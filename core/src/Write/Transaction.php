<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Write;

use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Path\Path;

/** Writes an operation's files so that after a crash at any instant, recovery can make it all or nothing. */
final readonly class Transaction
{
    private FileWork $work;

    public function __construct(
        private FileSystem $files,
        private ContentStore $store,
        private Journal $journal,
        private ?Progress $progress = null,
    ) {
        $this->work = new FileWork($files, $store);
    }

    /**
     * @throws FileChanged nothing was written
     * @throws UnableToWrite what was written has been taken back
     * @throws UnableToRead likewise
     * @throws Stopped likewise
     * @throws UnableToTakeBack recovery tries again
     */
    public function run(Operation $operation): void
    {
        $this->keepContents($operation);
        $operation = $operation->making($this->missingFolders($operation));
        $this->journal->prepared($operation);
        try {
            $this->work->forward($operation, $this->progress, isUntouched: true);
        } catch (FileFailure|InvalidPath $failure) {
            (new TakingBack($this->files, $this->work, $this->journal))->run($operation, $failure, isLastTry: false);

            throw $failure;
        }
        $this->journal->written($operation);
    }

    /** Both contents of every file are in the store before anything is recorded; but of one that only changes its name nothing goes. */
    private function keepContents(Operation $operation): void
    {
        $kept = [];
        foreach ($operation->changes as $change) {
            $isMoved = $operation->otherNameOf($change) !== null;
            if ($change->after !== null && ! $isMoved && ! $this->store->has($change->after)) {
                throw UnableToRead::content($change->after);
            }
            $isKept = $isMoved || ($change->before !== null && $this->store->has($change->before));
            if ($change->before === null || $isKept) {
                if ($this->files->hash($change->path) !== $change->before) {
                    throw FileChanged::at($change->path);
                }
            } elseif ($this->files->hash($change->path) === null) {
                throw FileChanged::at($change->path);
            } else {
                $kept[] = $change;
            }
        }
        $hashes = $this->store->putAll((function () use ($kept): \Generator {
            foreach ($kept as $change) {
                yield $this->files->open($change->path);
            }
        })());
        foreach ($kept as $index => $change) {
            if ($hashes[$index] !== $change->before) {
                throw FileChanged::at($change->path);
            }
        }
    }

    /** @return list<string> outermost first */
    private function missingFolders(Operation $operation): array
    {
        $missing = [];
        foreach ($operation->changes as $change) {
            $chain = [];
            for ($folder = Path::folderOf($change->path); $change->after !== null && $folder !== '' && ! isset($missing[$folder]) && ! $this->files->hasFolder($folder); $folder = Path::folderOf($folder)) {
                $chain[] = $folder;
            }
            foreach (array_reverse($chain) as $folder) {
                $missing[$folder] = true;
            }
        }

        return array_map(strval(...), array_keys($missing));
    }
}
