<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Models\Document;
use App\Models\User;
use App\Rights\NotAllowed;
use App\Workspace\Reading\TextOf;
use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Change\Changes;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Write\UnableToRead;

/** What is on the screen as text in UTF-8, for whoever changes many documents at once. */
final readonly class WorkingText
{
    /** A larger one is changed in the editor, or by another program. */
    public const BYTES = 4 << 20;

    public function __construct(private DraftDesk $drafts, private WorkingContent $working) {}

    /** @return ?string null: it is no text, it is too large, or it cannot be read */
    public function of(Document $document): ?string
    {
        if (($document->draft->size ?? $document->size) > self::BYTES) {
            return null;
        }
        try {
            return TextOf::content($document->workspace, $document->path, $this->working->bytes($document))?->text;
        } catch (UnableToRead|InvalidPath) {
            return null;
        }
    }

    /** @return ?string why the person may not write it now */
    public function refusal(Document $document, User $person): ?string
    {
        try {
            WritingRight::must($document, $person);
        } catch (DocumentLocked|NotAllowed $why) {
            return $why->getMessage();
        }

        return null;
    }

    /**
     * Makes a draft of a text that was worked out from another one.
     *
     * @throws DraftChanged|DocumentLocked|NotAllowed|ChangesDoNotFit
     */
    public function become(Document $document, string $before, string $after, User $person, int $revision): void
    {
        $this->drafts->change($document, Changes::of(Change::between($before, $after)), strlen($after), $person, $revision, true);
    }
}
