<?php

declare(strict_types=1);

namespace App\Past\Store;

/** What a check of the content store has found. */
final class Findings
{
    /** Places are named for so many contents; the numbers are always whole. */
    private const NAMED_PLACES = 20;

    public int $sound = 0;

    public int $bytes = 0;

    /** @var array<string, list<string>> what needs a content that is not there, by hash */
    public array $missing = [];

    /** @var array<string, list<string>> what needs a content that is not what its name says, by hash */
    public array $damaged = [];

    public int $leftOver = 0;

    public int $leftOverBytes = 0;

    /** Nothing refers to these either, but they were used just now. */
    public int $recent = 0;

    public function sound(int $size): void
    {
        $this->sound++;
        $this->bytes += $size;
    }

    public function damaged(string $hash): void
    {
        $this->damaged[$hash] = [];
    }

    public function missing(string $hash): void
    {
        $this->missing[$hash] = [];
    }

    public function leftOver(string $hash, int $size, bool $isRecent): void
    {
        $isRecent ? $this->recent++ : $this->leftOver++;
        $this->leftOverBytes += $isRecent ? 0 : $size;
    }

    /** @param iterable<Root> $roots */
    public function name(iterable $roots): void
    {
        if ($this->missing === [] && $this->damaged === []) {
            return;
        }
        foreach ($roots as $root) {
            foreach (['missing', 'damaged'] as $list) {
                if (isset($this->{$list}[$root->hash]) && count($this->{$list}[$root->hash]) < self::NAMED_PLACES && ! in_array($root->what, $this->{$list}[$root->hash], true)) {
                    $this->{$list}[$root->hash][] = $root->what;
                }
            }
        }
    }

    public function isSound(): bool
    {
        return $this->missing === [] && $this->damaged === [];
    }
}
