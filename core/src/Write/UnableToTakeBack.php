<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Write;

/** An operation could be neither finished nor taken back for now. */
final class UnableToTakeBack extends \RuntimeException
{
    /** @param list<string> $paths of the files that are not as they were */
    private function __construct(string $message, public readonly array $paths, \Throwable $cause)
    {
        parent::__construct($message, 0, $cause);
    }

    /** @param list<string> $paths */
    public static function of(array $paths, \Throwable $why, \Throwable $cause): self
    {
        $files = count($paths) === 1 ? $paths[0] : count($paths).' files';

        return new self("{$why->getMessage()} What was written could not all be taken back: {$files} could not be restored ({$cause->getMessage()}). Every content is kept; once that is mended, the next save or bin/hafenbuch recover finishes it or takes it back, or the logbook asks.", $paths, $cause);
    }
}
