<?php

declare(strict_types=1);

namespace App\Finding;

use App\Models\Workspace;
use Hafenbuch\Core\Text\Pattern;

/**
 * A word as MariaDB’s full-text index gets it. Its workspace stands before it, so that the words of the others cost nothing, and so that none
 * is too short or one of those that the index leaves out; letters beyond ASCII are written in figures, since there the index parts words at
 * places of its own.
 */
final readonly class Token
{
    /** The index takes no longer ones (`innodb_ft_max_token_size`). */
    private const LONGEST = 80;

    private string $lead;

    public function __construct(Workspace $workspace)
    {
        $this->lead = 'w'.base_convert((string) $workspace->id, 10, 36).'_';
    }

    /** @param string $word folded, of letters and figures */
    public function of(string $word): string
    {
        return substr($this->lead.$this->bare($word), 0, self::LONGEST);
    }

    /** The same without the workspace. */
    public function bare(string $word): string
    {
        return ctype_alnum($word) ? $word
            : Pattern::replaceWith('~[^\x00-\x7F]~u', static fn (array $letter): string => sprintf('_%05x', mb_ord($letter[0], 'UTF-8')), $word);
    }

    /** The word that a token was made of. */
    public function word(string $token): string
    {
        return Pattern::replaceWith('~_([0-9a-f]{5})~', static fn (array $letter): string => (string) mb_chr((int) hexdec($letter[1]), 'UTF-8'), substr($token, strlen($this->lead)));
    }

    /** @param list<string> $words */
    public function all(array $words): string
    {
        return implode(' ', array_map($this->of(...), $words));
    }
}
