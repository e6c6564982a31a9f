<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Reference\Address;

/** Why a line is in a plan. */
final readonly class Reason
{
    private const LEADS = ' → ';

    /** So much of an end is said. */
    private const END_BYTES = 2000;

    /** @param ?string $of the path, or the logbook entry's number, that the reason names */
    private function __construct(public ReasonKind $kind, public ?string $of = null) {}

    public static function asked(): self
    {
        return new self(ReasonKind::Asked);
    }

    /** What a person answers where the file has changed, or went away, under their draft. */
    public static function over(string $over): self
    {
        return new self($over === Decision::GONE ? ReasonKind::MadeAgain : ReasonKind::KeepsMine);
    }

    public static function neededBy(string $path): self
    {
        return new self(ReasonKind::Needed, $path);
    }

    /** A new file, as which a document goes on. */
    public static function savedAs(string $from): self
    {
        return new self(ReasonKind::SavedAs, $from);
    }

    /** What remains of a document that goes on under another path. */
    public static function goesOn(string $as): self
    {
        return new self(ReasonKind::GoesOn, $as);
    }

    public static function copyOf(string $path): self
    {
        return new self(ReasonKind::Copied, $path);
    }

    public static function movedFrom(string $path): self
    {
        return new self(ReasonKind::MovedFrom, $path);
    }

    public static function movesTo(string $path): self
    {
        return new self(ReasonKind::MovesTo, $path);
    }

    /** A reference follows what it names to another path. */
    public static function follows(string $path): self
    {
        return new self(ReasonKind::Follows, $path);
    }

    /** A reference that ended at one place ends at another. */
    public static function relinked(string $end, string $to): self
    {
        [$from, $there] = array_map(static fn (string $one): string => mb_strcut(Address::of($one) ?? $one, 0, self::END_BYTES), [$end, $to]);

        return $to === Address::NOWHERE ? new self(ReasonKind::TakenOut, $from) : new self(ReasonKind::Relinked, $from.self::LEADS.$there);
    }

    public static function relinkedSome(int $ends): self
    {
        return new self(ReasonKind::RelinkedSome, (string) $ends);
    }

    /** @param string $from an absolute path */
    public static function takenIn(string $from): self
    {
        return new self(ReasonKind::TakenIn, $from);
    }

    /** @param string $mark in words */
    public static function becomes(string $mark): self
    {
        return new self(ReasonKind::Becomes, $mark);
    }

    /** @param string $path of the document above with which it goes along */
    public static function becomesWith(string $mark, string $path): self
    {
        return new self(ReasonKind::BecomesWith, $mark.self::LEADS.$path);
    }

    public static function takesBack(int $entry): self
    {
        return new self(ReasonKind::TakesBack, (string) $entry);
    }

    public static function settles(int $entry): self
    {
        return new self(ReasonKind::Settles, (string) $entry);
    }

    /** From the parts in which a logbook keeps it. */
    public static function restore(string $kind, ?string $of): self
    {
        return new self(ReasonKind::from($kind), $of);
    }

    /** Whether the document is only written because its references are to end elsewhere. */
    public function isFollowing(): bool
    {
        return in_array($this->kind, [ReasonKind::Follows, ReasonKind::Relinked, ReasonKind::RelinkedSome, ReasonKind::TakenOut], true);
    }

    public function text(): string
    {
        return match ($this->kind) {
            ReasonKind::Asked => 'you asked',
            ReasonKind::KeepsMine => 'you keep yours over what another program wrote, which is kept as a version',
            ReasonKind::MadeAgain => 'you make the file again that went away',
            ReasonKind::Needed => 'needed by '.$this->of,
            ReasonKind::SavedAs => 'saved as, from '.$this->of,
            ReasonKind::GoesOn => 'goes on as '.$this->of,
            ReasonKind::Copied => 'copy of '.$this->of,
            ReasonKind::MovedFrom => 'moved from '.$this->of,
            ReasonKind::MovesTo => 'moves to '.$this->of,
            ReasonKind::Follows => 'follows '.$this->of.' to its new name',
            ReasonKind::Relinked => 'its references to '.str_replace(self::LEADS, ' now lead to ', (string) $this->of),
            ReasonKind::RelinkedSome => "its references to {$this->of} places lead elsewhere now",
            ReasonKind::TakenOut => "its references to {$this->of} are taken out",
            ReasonKind::TakenIn => 'taken in from '.$this->of,
            ReasonKind::Becomes => 'becomes '.$this->of,
            ReasonKind::BecomesWith => 'becomes '.str_replace(self::LEADS, ', with ', (string) $this->of),
            ReasonKind::TakesBack => 'takes back entry '.$this->of,
            ReasonKind::Settles => 'settles entry '.$this->of,
            ReasonKind::Outside => 'changed outside',
        };
    }
}
