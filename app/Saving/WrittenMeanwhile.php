<?php

declare(strict_types=1);

namespace App\Saving;

/** The database went away while a save was under way; recovery finishes that. */
final class WrittenMeanwhile extends \RuntimeException
{
    public static function because(\Throwable $cause): self
    {
        return new self('All files are written, but the database does not answer, so the logbook and the rows do not show it yet. Nothing is lost and nothing has to be done again: it is finished as soon as the database answers.', 0, $cause);
    }

    /** Between the record that it began and the record that its files are written. */
    public static function inTheMiddle(\Throwable $cause): self
    {
        return new self('The database went away in the middle of this. It happens whole or not at all: it is finished as soon as the database answers. Look into the logbook then, and do not save again before.', 0, $cause);
    }
}
