<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Session;

/** In what one kept document differs between two sessions, or between a session and what is open. */
final readonly class Difference
{
    /**
     * @param  string  $path  in the second, else in the first
     * @param  string  $differs  in words
     */
    public function __construct(public string $workspace, public string $path, public string $differs, public ?KeptDocument $a = null, public ?KeptDocument $b = null) {}

    /**
     * @param  list<KeptDocument>  $a
     * @param  list<KeptDocument>  $b
     * @param  bool  $withDrafts  whether both have kept drafts, so that one that is missing says something
     * @param  bool  $isSince  whether the second is what the first has become, which the words then say
     * @return list<self>
     */
    public static function between(array $a, array $b, bool $withDrafts, bool $isSince = false): array
    {
        $before = self::byIdentity($a);
        $after = self::byIdentity($b);
        $differences = [];
        foreach ($before as $key => $one) {
            if (! isset($after[$key])) {
                $differences[] = new self($one->workspace, $one->path, $isSince ? 'closed since' : 'only in the first', $one);
            }
        }
        foreach ($after as $key => $one) {
            $other = $before[$key] ?? null;
            $words = $other === null ? ($isSince ? 'opened since' : 'only in the second') : implode('; ', self::words($other, $one, $withDrafts, $isSince));
            if ($words !== '') {
                $differences[] = new self($one->workspace, $one->path, $words, $other, $one);
            }
        }

        return $differences;
    }

    /** @return list<string> */
    private static function words(KeptDocument $a, KeptDocument $b, bool $withDrafts, bool $isSince): array
    {
        return array_values(array_filter([
            $a->path === $b->path ? null : "moved from {$a->path}",
            ! $withDrafts || $a->draftHash === $b->draftHash ? null : match (true) {
                $a->draftHash === null => $isSince ? 'modified since' : 'a draft only in the second',
                $b->draftHash === null => $isSince ? 'saved or discarded since' : 'a draft only in the first',
                default => $isSince ? 'edited since' : 'other drafts',
            },
            $a->savedHash === $b->savedHash ? null : 'its file has changed',
            $a->isHeld === $b->isHeld ? null : ($b->isHeld ? 'in the hold' : 'out of the hold'),
        ]));
    }

    /**
     * @param  list<KeptDocument>  $documents
     * @return array<string, KeptDocument>
     */
    private static function byIdentity(array $documents): array
    {
        $by = [];
        foreach ($documents as $one) {
            $by["{$one->workspace}\0".($one->id ?? $one->path)] = $one;
        }

        return $by;
    }
}
