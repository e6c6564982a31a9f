<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

/** Why a line is in a plan. */
final readonly class Reason
{
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
            ReasonKind::TakesBack => 'takes back entry '.$this->of,
            ReasonKind::Settles => 'settles entry '.$this->of,
            ReasonKind::Outside => 'changed outside',
        };
    }
}
