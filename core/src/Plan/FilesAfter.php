<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Document\FileState;
use Hafenbuch\Core\Document\Snapshot;

/** At which paths there will be a file after a plan. */
final readonly class FilesAfter
{
    /**
     * @param  array<string, true>  $there  paths at which there is one
     * @param  array<string, true>  $removed  paths at which there is none, though there was one
     */
    private function __construct(public array $there, public array $removed) {}

    /** @param list<PlanLine> $lines */
    public static function of(Snapshot $snapshot, array $lines): self
    {
        $there = $snapshot->beside->there;
        $removed = $written = [];
        foreach ($snapshot->documents as $document) {
            $state = $document->fileState();
            if ($state !== null && $state !== FileState::Gone) {
                $there[$document->path] = true;
            }
        }
        foreach ($lines as $line) {
            if ($line->action->writes()) {
                $written[$line->path] = true;
            } elseif ($line->action === Action::Remove) {
                $removed[$line->path] = true;
            }
        }
        $removed = array_diff_key($removed, $written);

        return new self(array_diff_key($there, $removed) + $written, $removed);
    }
}
