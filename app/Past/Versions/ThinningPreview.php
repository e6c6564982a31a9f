<?php

declare(strict_types=1);

namespace App\Past\Versions;

/** What a retention rule would take from a workspace, and how much room that makes. */
final class ThinningPreview
{
    /** So many documents are listed; the numbers are always whole. */
    private const LISTED = 200;

    public int $versions = 0;

    public int $documents = 0;

    /** Bytes that come free at once. */
    public int $bytes = 0;

    /** Bytes that come free when the entries that made them can no longer be taken back. */
    public int $laterBytes = 0;

    /** @var list<Thinning> those that lose most first */
    public array $thinnings = [];

    public function add(Thinning $thinning): void
    {
        $this->versions += count($thinning->numbers);
        $this->documents++;
        $this->thinnings[] = $thinning;
        if (count($this->thinnings) > 2 * self::LISTED) {
            $this->shorten();
        }
    }

    public function shorten(): void
    {
        usort($this->thinnings, static fn (Thinning $a, Thinning $b): int => count($b->numbers) <=> count($a->numbers) ?: strcmp($a->path, $b->path));
        $this->thinnings = array_slice($this->thinnings, 0, self::LISTED);
    }
}
