<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Write;

/** Finishes, or rolls back, what a crash has left. */
final readonly class Recovery
{
    private FileWork $work;

    public function __construct(
        private FileSystem $files,
        ContentStore $store,
        private Journal $journal,
    ) {
        $this->work = new FileWork($files, $store);
    }

    /** @return array<string, Outcome> by operation id */
    public function run(): array
    {
        $outcomes = [];
        foreach ($this->journal->unfinished() as $operation) {
            $outcomes[$operation->id] = $this->recover($operation);
        }

        return $outcomes;
    }

    private function recover(Operation $operation): Outcome
    {
        $foreign = $this->foreignContents($operation);
        if ($foreign !== []) {
            $this->journal->needsPerson($operation, $foreign);

            return Outcome::NeedsPerson;
        }
        try {
            $this->work->forward($operation);
        } catch (UnableToWrite|UnableToRead|FileMoved $failure) {
            $this->work->back($operation);
            $this->journal->rolledBack($operation, $failure->getMessage());

            return Outcome::RolledBack;
        }
        $this->journal->done($operation);

        return Outcome::Finished;
    }

    /** @return array<string, ?string> by path: contents that are neither before nor after */
    private function foreignContents(Operation $operation): array
    {
        $foreign = [];
        foreach ($operation->changes as $change) {
            $now = $this->files->hash($change->path);
            if ($now !== $change->before && $now !== $change->after) {
                $foreign[$change->path] = $now;
            }
        }

        return $foreign;
    }
}
