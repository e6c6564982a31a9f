<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Release;

use Hafenbuch\Core\Text\Pattern;

/** How revisions are counted. */
enum Scheme: string
{
    /** A, B, … Z, AA, AB, … */
    case Letters = 'letters';

    /** 1.0, 1.1, … */
    case Numbers = 'numbers';

    /** What follows a revision; one that is none of the scheme begins it. */
    public function next(?string $revision): string
    {
        return match ($this) {
            self::Letters => $revision !== null && Pattern::matches('~^[A-Z]{1,6}$~D', $revision) ? self::afterLetters($revision) : 'A',
            self::Numbers => $revision !== null && Pattern::matches('~^(\d{1,9})\.(\d{1,9})$~D', $revision, $parts) ? ((int) $parts[1]).'.'.((int) $parts[2] + 1) : '1.0',
        };
    }

    private static function afterLetters(string $letters): string
    {
        $stem = substr($letters, 0, -1);
        $last = $letters[-1];

        return $last === 'Z' ? ($stem === '' ? 'A' : self::afterLetters($stem)).'A' : $stem.chr(ord($last) + 1);
    }
}
