<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Session;

/** What opening a session will do, line by line. */
final readonly class OpeningPlan
{
    /** Changes whenever anything that will be done changes. */
    public string $fingerprint;

    /** @param list<OpeningLine> $lines those of the session in its order, then what is closed */
    public function __construct(public Wish $wish, public array $lines)
    {
        $hash = hash_init('sha256');
        hash_update($hash, $wish->way->value);
        foreach ($lines as $line) {
            hash_update($hash, "\0{$line->key}\0{$line->id}\0{$line->does->value}\0{$line->path}\0{$line->reason}");
        }
        $this->fingerprint = hash_final($hash);
    }

    /** @param \Closure(Does): bool $isMeant */
    public function count(\Closure $isMeant): int
    {
        return count(array_filter($this->lines, static fn (OpeningLine $line): bool => $isMeant($line->does)));
    }

    /** @return list<OpeningLine> of one workspace */
    public function of(string $workspace): array
    {
        return array_values(array_filter($this->lines, static fn (OpeningLine $line): bool => $line->workspace === $workspace));
    }

    /** All of it in one sentence. */
    public function words(): string
    {
        $opened = $this->count(static fn (Does $does): bool => $does->isOpen() && $does !== Does::Stays);
        $stays = $this->count(static fn (Does $does): bool => $does === Does::Stays);
        $drafts = $this->count(static fn (Does $does): bool => $does->writes());
        $clashes = $this->count(static fn (Does $does): bool => $does === Does::KeepsDraft || $does === Does::TakesDraft);
        $left = $this->count(static fn (Does $does): bool => $does === Does::Leaves);
        $closed = $this->count(static fn (Does $does): bool => $does === Does::Closes);
        $words = array_filter([
            $opened > 0 ? "opens {$opened}" : null,
            $stays > 0 ? "{$stays} ".($stays === 1 ? 'stays' : 'stay').' open' : null,
            $drafts > 0 ? "adds {$drafts} ".($drafts === 1 ? 'draft' : 'drafts') : null,
            $clashes > 0 ? "keeps both drafts of {$clashes}" : null,
            $left > 0 ? "leaves {$left}" : null,
            $closed > 0 ? "closes {$closed}, which ".($closed === 1 ? 'stays' : 'stay').' kept' : null,
        ]);

        return $words === [] ? 'nothing to do' : implode(', ', $words);
    }
}
