<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Relink;

use Hafenbuch\Core\Naming\FileName;
use Hafenbuch\Core\Naming\Stage;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Text\Pattern;

/** What names are compared by, each a little less exact than the one before. */
final readonly class NameKeys
{
    /** So many characters at the start of nearly the same names are the same. */
    private const START = 2;

    private function __construct(
        public string $name,
        public string $spelling,
        public string $separators,
        public string $stem,
        public string $series,
        public int $stage,
        public string $start,
        public string $extension,
    ) {}

    public static function of(string $path): self
    {
        $name = Path::nameOf($path);
        $folded = Path::fold($name);
        $file = FileName::of($folded);
        $extension = ltrim($file->ending, '.');
        $stage = Stage::of($file->stem);
        $bare = Pattern::replace('~[^\pL\pN]+~u', '', $file->stem);

        return new self(
            $name, $folded, $bare === '' ? $folded : "{$bare}.{$extension}", $file->stem,
            $stage->base === '' ? '' : "{$stage->base}{$stage->separator}.{$extension}", $stage->number(),
            mb_substr($bare, 0, self::START).'.'.$extension, $extension,
        );
    }

    /**
     * The same series at another stage.
     *
     * @return string '' where it is of none
     */
    public function stageSign(int $away): string
    {
        return $this->series === '' ? '' : "{$this->series}#".($this->stage + $away);
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
