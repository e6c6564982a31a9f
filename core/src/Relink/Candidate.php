<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Relink;

/** A file that may be meant in place of one that is missed. Only the same content is sure. */
final readonly class Candidate
{
    /** @param int $others for a folder: how many more of the missed one's folder are there now */
    public function __construct(public string $path, public Likeness $likeness, public int $others = 0) {}

    public function isSure(): bool
    {
        return $this->likeness === Likeness::Content;
    }

    public function words(): string
    {
        return match ($this->likeness) {
            Likeness::Content => 'it has the same content',
            Likeness::Folder => "it has the same name, and so have {$this->others} more of that folder here",
            Likeness::Name => 'it has the same name',
            Likeness::Spelling => 'it has the same name but for letter case or the form of its letters',
            Likeness::Separators => 'it has the same name but for what stands between the words',
            Likeness::Extension => 'it has the same name with another extension',
            Likeness::Stage => 'it is another stage of the same series',
            Likeness::Size => 'it is exactly as large',
            Likeness::Facts => 'it is as wide and high, or as long',
            Likeness::NearName => 'it has nearly the same name',
        };
    }
}
