<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Relink;

use Hafenbuch\Core\Naming\Stage;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Text\Pattern;

/** What names are compared by, each a little less exact than the one before. Made for every file of a workspace, so it is made quickly. */
final readonly class NameKeys
{
    /** So many characters at the start of nearly the same names are the same. */
    private const START = 2;

    private const DIGITS = '0123456789';

    /**
     * @param  string  $spelling  without letter case and Unicode form
     * @param  string  $separators  without what stands between words either
     * @param  string  $stem  of the spelling, without its ending
     */
    private function __construct(public string $name, public string $spelling, public string $separators, public string $stem, public string $start, public string $extension) {}

    public static function of(string $path): self
    {
        $name = Path::nameOf($path);
        $isPlain = mb_check_encoding($name, 'ASCII');
        $folded = $isPlain ? strtolower($name) : Path::fold($name);
        $dot = strrpos($folded, '.');
        [$stem, $extension] = $dot === false || $dot === 0 ? [$folded, ''] : [substr($folded, 0, $dot), substr($folded, $dot + 1)];
        $bare = $isPlain ? Pattern::replace('~[^a-z0-9]+~', '', $stem) : Pattern::replace('~[^\pL\pN]+~u', '', $stem);

        return new self(
            $name, $folded, $bare === '' ? $folded : "{$bare}.{$extension}", $stem,
            ($isPlain ? substr($bare, 0, self::START) : mb_substr($bare, 0, self::START)).'.'.$extension, $extension,
        );
    }

    /**
     * The same series so many stages away.
     *
     * @return string '' where it has no counter
     */
    public function stageSign(int $away): string
    {
        if (strspn($this->stem, self::DIGITS, -1) === 0) {
            return '';
        }
        $stage = Stage::of($this->stem);

        return $stage->base === '' ? '' : "{$stage->base}{$stage->separator}.{$this->extension}#".($stage->number() + $away);
    }

    /** Whether two names are nearly the same: two letters differ at most, in names that are longer than that, and the same figures stand in both. */
    public function isNear(self $other): bool
    {
        [$mine, $theirs] = [$this->separators, $other->separators];

        return abs(strlen($mine) - strlen($theirs)) <= 2 && min(strlen($mine), strlen($theirs)) >= 8 + strlen($this->extension)
            && Pattern::replace('~\D+~', ' ', $mine) === Pattern::replace('~\D+~', ' ', $theirs)
            && levenshtein(substr($mine, 0, 255), substr($theirs, 0, 255)) <= 2;
    }
}
