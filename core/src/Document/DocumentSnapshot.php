<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Document;

/**
 * Everything that the rules need to know of one document at one instant.
 * Hashes are SHA-256 in hexadecimal; paths are workspace paths.
 */
final readonly class DocumentSnapshot
{
    /**
     * @param  ?string  $savedHash  of the file's content as last known; null: no file yet
     * @param  ?string  $draftHash  of the unsaved working content; null: no draft
     * @param  ?string  $draftBase  the saved hash that the draft was begun on
     * @param  list<string>  $refersTo  the files that the working content points at, each once
     * @param  list<string>  $savedRefersTo  the files that the saved content points at, each once
     * @param  list<string>  $folders  that it is a link to
     * @param  bool  $isLink  whether it is a symbolic link
     * @param  bool  $becomesFile  whether its draft is none, although it is a link
     * @param  bool  $isReadWhole  whether it is known to refer to nothing else
     * @param  list<string>  $elsewhere  the ends of its references that are no paths of the workspace, see Address, as far as they were asked for
     */
    public function __construct(
        public string $id,
        public string $path,
        public ?string $savedHash,
        public ?string $draftHash,
        public ?string $draftBase,
        public OnDisk $onDisk,
        public Access $access,
        public array $refersTo,
        public array $savedRefersTo,
        public bool $isReadWhole = true,
        public array $folders = [],
        public bool $isLink = false,
        public bool $becomesFile = false,
        public array $elsewhere = [],
    ) {}

    public function contentState(): ContentState
    {
        return match (true) {
            $this->savedHash === null => ContentState::New,
            $this->draftHash !== null && $this->draftHash !== $this->savedHash => ContentState::Modified,
            default => ContentState::AsSaved,
        };
    }

    public function isUnsaved(): bool
    {
        return $this->contentState()->isUnsaved();
    }

    public function isNew(): bool
    {
        return $this->savedHash === null;
    }

    /** @return ?FileState null for a new document, which has no file to speak of */
    public function fileState(): ?FileState
    {
        if ($this->savedHash === null) {
            return null;
        }
        if ($this->onDisk->kind === OnDiskKind::Nothing || $this->onDisk->kind === OnDiskKind::Folder) {
            return FileState::Gone;
        }
        $base = $this->draftHash === null ? $this->savedHash : ($this->draftBase ?? $this->savedHash);

        return $this->onDisk->hash === $base ? FileState::There : FileState::ChangedOutside;
    }

    public function hasFile(): bool
    {
        return $this->onDisk->kind === OnDiskKind::File;
    }
}
