<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Write;

use Hafenbuch\Core\Path\InvalidPath;

/** Ends an operation that cannot be finished, whatever the file system still allows. */
final readonly class TakingBack
{
    public function __construct(private FileSystem $files, private FileWork $work, private Journal $journal) {}

    /**
     * @param  \Throwable  $why  what keeps the operation from being finished
     * @param  bool  $isLastTry  whether a person is asked where it fails; else recovery tries once more
     *
     * @throws UnableToTakeBack
     */
    public function run(Operation $operation, \Throwable $why, bool $isLastTry): void
    {
        try {
            $this->work->back($operation);
        } catch (FileFailure|InvalidPath $cause) {
            $stuck = $this->notAsBefore($operation);
            if ($stuck !== []) {
                $failure = UnableToTakeBack::of(array_map(strval(...), array_keys($stuck)), $why, $cause);
                if ($isLastTry) {
                    $this->journal->needsPerson($operation, $stuck, $failure->getMessage());
                }

                throw $failure;
            }
        }
        $this->journal->rolledBack($operation, $why->getMessage());
    }

    /** @return array<string, ?string> by path: what is there; null: nothing that can be read */
    private function notAsBefore(Operation $operation): array
    {
        $stuck = [];
        foreach ($operation->changes as $change) {
            $now = self::lookAt($this->files, $change->path);
            if ($now !== $change->before) {
                $stuck[$change->path] = $now === FileWork::UNREADABLE ? null : $now;
            }
        }

        return $stuck;
    }

    /** The hash of a file, null where there is none, or that it cannot be told. */
    public static function lookAt(FileSystem $files, string $path): ?string
    {
        try {
            return $files->hash($path);
        } catch (UnableToRead|InvalidPath) {
            return FileWork::UNREADABLE;
        }
    }
}
