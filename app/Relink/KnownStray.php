<?php

declare(strict_types=1);

namespace App\Relink;

use Hafenbuch\Core\Relink\Candidate;
use Hafenbuch\Core\Relink\Fate;
use Hafenbuch\Core\Relink\LostFile;

/** A stray with what is known of the file that it misses. */
final readonly class KnownStray
{
    /** @param list<Candidate> $candidates the best first */
    public function __construct(public Stray $stray, public ?LostFile $lost, public array $candidates) {}

    /** The candidate that the content vouches for. */
    public function sure(): ?Candidate
    {
        $best = $this->candidates[0] ?? null;

        return $best?->isSure() === true ? $best : null;
    }

    public function why(): string
    {
        return match ($this->stray->kind) {
            StrayKind::Outside => $this->stray->elsewhere !== null ? "It lies in the workspace “{$this->stray->elsewhere}”, and works only where both are." : 'It lies outside of the workspace, and works only on this machine.',
            StrayKind::Web => 'It is in the web.',
            StrayKind::Device => 'It is a device.',
            default => $this->lost === null ? 'It is text that can name no file.' : Fate::words($this->lost, $this->candidates),
        };
    }
}
