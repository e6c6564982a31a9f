<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Document\DocumentSnapshot;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Reference\PathMap;

/** What a file or a draft is to hold: a content that there is, or one that is to be made of it by rewriting references. */
final readonly class WantedContent
{
    private function __construct(
        public ?string $hash,
        public ?DocumentSnapshot $document = null,
        public string $to = '',
        public ?PathMap $leads = null,
    ) {}

    /** @param ?string $hash SHA-256; null: nothing */
    public static function asItIs(?string $hash): self
    {
        return new self($hash);
    }

    /** The saved content of a document, or its draft, as it must read at a path. */
    public static function of(DocumentSnapshot $document, bool $ofDraft, string $to, PathMap $leads): self
    {
        $hash = $ofDraft ? $document->draftHash : $document->savedHash;
        $targets = [...($ofDraft ? $document->refersTo : $document->savedRefersTo), ...$document->folders, ...$document->elsewhere];
        $isElsewhere = Path::folderOf($to) !== Path::folderOf($document->path);

        return $hash === null || $targets === [] || (! $isElsewhere && ! $leads->hasAny($targets))
            ? new self($hash)
            : new self($hash, $document, $to, $leads);
    }

    public function isRewritten(): bool
    {
        return $this->document !== null;
    }
}
