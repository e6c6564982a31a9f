<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

/** Something a person can do about a warning or a blocker. `value` is a decision's `over`, or a path. */
final readonly class WayOut
{
    private function __construct(public WayOutKind $kind, public string $documentId, public string $label, public ?string $value = null) {}

    public static function leave(string $documentId, string $label = 'Leave it out'): self
    {
        return new self(WayOutKind::Leave, $documentId, $label);
    }

    public static function save(string $documentId, string $label): self
    {
        return new self(WayOutKind::Save, $documentId, $label);
    }

    public static function saveOver(string $documentId, string $over, string $label): self
    {
        return new self(WayOutKind::Save, $documentId, $label, $over);
    }

    public static function discard(string $documentId, string $label): self
    {
        return new self(WayOutKind::Discard, $documentId, $label);
    }

    /** Another path for a save as, a copy or a move. */
    public static function rename(string $documentId, string $path): self
    {
        return new self(WayOutKind::Rename, $documentId, "Call it {$path}", $path);
    }

    /** Accepts that a decision replaces the file that stands at its path, by that file's hash. */
    public static function replace(string $documentId, string $hash): self
    {
        return new self(WayOutKind::Replace, $documentId, 'Replace what is there (it is kept as a version)', $hash);
    }

    /** Accepts a stray in a document, by its path. */
    public static function accept(string $documentId, string $path): self
    {
        return new self(WayOutKind::Accept, $documentId, "Accept the stray in {$path}", $path);
    }

    /** Opens a document, so that its reference can be pointed elsewhere or removed. */
    public static function mend(string $documentId, string $path): self
    {
        return new self(WayOutKind::Mend, $documentId, "Point it elsewhere in {$path}", $path);
    }

    /** Shows what a document refers to outside, so that it can be brought into the workspace. */
    public static function takeIn(string $documentId): self
    {
        return new self(WayOutKind::TakeIn, $documentId, 'Take it in after the save');
    }

    /** Opens a document, so that a person can look for themselves. */
    public static function look(string $documentId, string $path): self
    {
        return new self(WayOutKind::Mend, $documentId, "Look into {$path}", $path);
    }

    public static function rescan(string $documentId): self
    {
        return new self(WayOutKind::Rescan, $documentId, 'Look for changed files');
    }

    public static function propose(string $documentId, string $path): self
    {
        return new self(WayOutKind::Propose, $documentId, "Call it {$path}", $path);
    }
}
