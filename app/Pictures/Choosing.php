<?php

declare(strict_types=1);

namespace App\Pictures;

use App\Models\Document;
use App\Models\PictureChoice;
use App\Models\User;
use App\Past\Comparing\Sources;
use App\Support\Refused;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Pulse;
use Hafenbuch\Core\Picture\Aspect;
use Illuminate\Support\Facades\DB;

/** Lets people choose what of a document its small picture shows, for everyone who sees it. */
final readonly class Choosing
{
    public function __construct(private Sources $sources, private DiskContentStore $contents) {}

    public function of(Document $document): ?PictureChoice
    {
        return PictureChoice::query()->with('person')->find($document->id);
    }

    /** @param bool $stays whether it goes on showing what is on the screen now, whatever is written later */
    public function choose(Document $document, Aspect $aspect, bool $stays, User $person): void
    {
        if ($aspect->said() === [] && ! $stays) {
            $this->forget($document);

            return;
        }
        $hash = $stays ? $this->shownNow($document, $person) : null;
        PictureChoice::query()->upsert(
            [['document_id' => $document->id, 'user_id' => $person->id, 'aspect' => json_encode((object) $aspect->said(), JSON_THROW_ON_ERROR), 'hash' => $hash, 'chosen_at' => now()->format('Y-m-d H:i:s.v')]],
            ['document_id'], ['user_id', 'aspect', 'hash', 'chosen_at'],
        );
        Pulse::changed($document->workspace, [$document->id]);
    }

    public function forget(Document $document): void
    {
        if (DB::table('picture_choices')->where('document_id', $document->id)->delete() > 0) {
            Pulse::changed($document->workspace, [$document->id]);
        }
    }

    private function shownNow(Document $document, User $person): string
    {
        $draft = $document->draft?->hash;
        if ($draft === null) {
            return $this->sources->of($document, 'file', $person)->hash;
        }

        return $this->contents->hold($draft) ? $draft : throw Refused::because("The draft of {$document->path} cannot be read. Write it again, or let the picture be renewed with the document.");
    }
}
