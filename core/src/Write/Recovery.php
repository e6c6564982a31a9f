<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Write;

use Hafenbuch\Core\Path\InvalidPath;

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
            $this->work->clearStaged($operation);
            $this->journal->needsPerson($operation, $foreign, 'A file holds a content that neither this operation nor its start knows, or cannot be read.');

            return Outcome::NeedsPerson;
        }
        try {
            $this->work->forward($operation);
        } catch (FileFailure|InvalidPath $failure) {
            return $this->takeBack($operation, $failure);
        }
        $this->journal->written($operation);

        return Outcome::Finished;
    }

    private function takeBack(Operation $operation, \Throwable $why): Outcome
    {
        try {
            (new TakingBack($this->files, $this->work, $this->journal))->run($operation, $why, isLastTry: true);
        } catch (UnableToTakeBack) {
            return Outcome::NeedsPerson;
        }

        return Outcome::RolledBack;
    }

    /** @return array<string, ?string> by path: contents that are neither before nor after */
    private function foreignContents(Operation $operation): array
    {
        $foreign = [];
        foreach ($operation->changes as $change) {
            if ($this->work->hasBothNames($operation, $change)) {
                continue;
            }
            $now = TakingBack::lookAt($this->files, $change->path);
            if ($now !== $change->before && $now !== $change->after) {
                $foreign[$change->path] = $now === FileWork::UNREADABLE ? null : $now;
            }
        }

        return $foreign;
    }
}
