<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Document;

/** The content axis: how a document's working content stands to its file. */
enum ContentState: string
{
    case New = 'new';
    case Modified = 'modified';
    case AsSaved = 'as saved';

    public static function of(bool $hasFile, bool $hasDraft): self
    {
        return match (true) {
            ! $hasFile => self::New,
            $hasDraft => self::Modified,
            default => self::AsSaved,
        };
    }

    public function isUnsaved(): bool
    {
        return $this !== self::AsSaved;
    }
}
