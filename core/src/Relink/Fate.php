<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Relink;

/** What has become of a file that is missed, as far as it is known. */
final class Fate
{
    /** @param list<Candidate> $candidates the best first */
    public static function words(LostFile $lost, array $candidates): string
    {
        $best = $candidates[0] ?? null;

        return match (true) {
            $lost->deletedBy !== null => "Entry {$lost->deletedBy} took it away.",
            $best?->likeness === Likeness::Content => "It was moved or renamed outside: what it held is at {$best->path} now.",
            $best?->likeness === Likeness::Folder => 'Its folder was renamed or moved outside.',
            $best?->likeness === Likeness::Spelling => "It is spelled {$best->path} here: letter case or the form of a letter differs.",
            $lost->hash === null && $best?->likeness === Likeness::Extension => 'No file of this name was ever seen here; there is one with another extension.',
            $lost->hash === null => 'No file of this name was ever seen here.',
            default => 'It was deleted or moved away outside.',
        };
    }
}
