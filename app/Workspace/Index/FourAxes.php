<?php

declare(strict_types=1);

namespace App\Workspace\Index;

use Hafenbuch\Core\Document\Access;
use Hafenbuch\Core\Document\BelowState;
use Hafenbuch\Core\Document\ContentState;
use Hafenbuch\Core\Document\DocumentSnapshot;
use Hafenbuch\Core\Document\FileState;

/** The state of a document on all four axes, in words. */
final readonly class FourAxes
{
    /** @param ?string $file null: a new one has none to speak of */
    private function __construct(public string $content, public string $below, public ?string $file, public string $access) {}

    public static function of(DocumentSnapshot $document, BelowState $below): self
    {
        return new self($document->contentState()->value, $below->value, $document->fileState()?->value, (string) $document->access);
    }

    /** Whether nobody need look at it. */
    public function areAtRest(): bool
    {
        return $this->content === ContentState::AsSaved->value && $this->below === BelowState::Settled->value && $this->file === FileState::There->value && $this->access === (string) Access::writable();
    }
}
