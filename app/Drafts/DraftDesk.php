<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Models\Document;
use App\Models\Draft;
use App\Models\DraftStep;
use App\Models\User;
use App\Models\Workspace;
use App\Rights\NotAllowed;
use App\Support\Refused;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\Sha256;
use App\Workspace\Files\StoredContent;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Graph\StatesTold;
use App\Workspace\Index\DocumentIndex;
use App\Workspace\Pulse;
use App\Workspace\Reading\Formats;
use App\Workspace\Reading\TextOf;
use Hafenbuch\Core\Change\Changes;
use Hafenbuch\Core\Format\ChangeSummary;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Path\NewPath;
use Hafenbuch\Core\Write\UnableToRead;
use Illuminate\Support\Facades\DB;

/** Where unsaved work is kept. */
final readonly class DraftDesk
{
    /** Larger contents are not compared at every edit. */
    private const COMPARED_BYTES = 1024 * 1024;

    private const TRIES = 5;

    public function __construct(private DiskContentStore $contents, private DocumentIndex $index, private Steps $steps, private StatesTold $states, private WorkingContent $working) {}

    /**
     * Makes a document that has no file yet.
     *
     * @throws \Hafenbuch\Core\Path\InvalidPath|NotAllowed
     */
    public function begin(Workspace $workspace, string $path, string $bytes, User $person): Document
    {
        $this->refuseLarge($bytes);

        return $this->beginWith($workspace, $path, $this->contents->keep($bytes), $person, 'made');
    }

    /**
     * The same with a content that the store has, however large it is.
     *
     * @throws \Hafenbuch\Core\Path\InvalidPath|NotAllowed
     */
    public function beginWith(Workspace $workspace, string $path, StoredContent $content, User $person, string $summary): Document
    {
        $path = NewPath::of($path)->value;
        WorkspaceFiles::of($workspace)->absolute($path);
        WritingRight::mustAt($workspace, [$path], $person);
        $document = DB::transaction(function () use ($workspace, $path, $content, $person, $summary): Document {
            $document = Document::query()->create([
                'workspace_id' => $workspace->id,
                ...Document::columns($path),
            ]);
            $this->put($document, $content, $person, $summary);

            return $document;
        }, self::TRIES);
        Pulse::changed($workspace, [$document->id]);

        return $document;
    }

    /**
     * Sets the working content.
     *
     * @param  ?int  $revision  the revision that the writer has read; null: whatever it is
     * @param  ?string  $summary  what the edit is, in words; null: it is found in the change
     * @param  ?DraftStep  $step  the step that this goes to, where it is no new one
     *
     * @throws DraftChanged|DocumentLocked|NotAllowed
     */
    public function write(Document $document, string $bytes, User $person, ?int $revision, ?string $summary = null, ?DraftStep $step = null): Document
    {
        $this->refuseLarge($bytes);

        return $this->writeWith($document, $this->contents->keep($bytes), $person, $revision, $summary, $step);
    }

    /**
     * The same with a content that the store has, however large it is.
     *
     * @throws DraftChanged|DocumentLocked|NotAllowed
     */
    public function writeWith(Document $document, StoredContent $content, User $person, ?int $revision, ?string $summary = null, ?DraftStep $step = null): Document
    {
        $document = DB::transaction(function () use ($document, $content, $person, $revision, $summary, $step): Document {
            $locked = $this->locked($document, $person, $revision);
            if ($locked->workingHash() === $content->hash) {
                return $locked;
            }
            match ($this->put($locked, $content, $person, $summary, $step)) {
                Touched::Words => Pulse::edited($document->workspace, [$document->id]),
                Touched::State => $this->states->tell($document->workspace, [$document->id]),
                Touched::References => Pulse::changed($document->workspace, [$document->id]),
            };

            return $locked;
        }, self::TRIES);

        return $document;
    }

    /**
     * Changes the working content in places.
     *
     * @param  int  $size  of the content afterwards, in bytes
     * @param  int  $revision  that the changes were made on
     * @param  bool  $isText  whether places and size count bytes of the text in UTF-8, whatever the charset of the content
     *
     * @throws DraftChanged|DocumentLocked|NotAllowed|ChangesDoNotFit
     */
    public function change(Document $document, Changes $changes, int $size, User $person, int $revision, bool $isText = false): Document
    {
        if ($document->revision !== $revision) {
            throw DraftChanged::to($document->revision, $revision);
        }
        $before = $this->working->bytes($document);
        // Where no draft is kept they come from the file, which another program can have written since the last scan.
        if (Sha256::of($before) !== ($document->workingHash() ?? hash('sha256', ''))) {
            throw ChangesDoNotFit::made($document->path);
        }
        $counted = $isText ? TextOf::coded($document->workspace, $document->path, $before)->text : $before;
        if ($changes->sizeAfter(strlen($counted)) !== $size) {
            throw ChangesDoNotFit::made($document->path);
        }

        return $this->write($document, $isText ? TextEdit::changed($document, $before, $changes) : $changes->apply($before), $person, $revision);
    }

    /**
     * Sets the working content to what a person has made of the draft and the file, and the file's content as its base.
     *
     * @param  string  $theirs  the hash of the file's content that the person has merged
     *
     * @throws DraftChanged|DocumentLocked|NotAllowed
     */
    public function merge(Document $document, string $bytes, User $person, int $revision, string $theirs): Document
    {
        $document = DB::transaction(function () use ($document, $bytes, $person, $revision, $theirs): Document {
            $merged = $this->write($document, $bytes, $person, $revision, 'merged with the file');
            Draft::query()->whereKey($merged->id)->update(['base_hash' => $theirs]);

            return $merged;
        }, self::TRIES);
        Pulse::changed($document->workspace, [$document->id]);

        return $document->load('draft');
    }

    /**
     * Gives a new document another proposed path; its references are seen from there.
     *
     * @param  int  $revision  that the asker has read
     *
     * @throws DraftChanged|DocumentLocked|NotAllowed|Refused
     */
    public function propose(Document $document, string $path, User $person, int $revision): Document
    {
        WorkspaceFiles::of($document->workspace)->absolute(NewPath::of($path)->value);
        WritingRight::mustAt($document->workspace, [$path], $person);

        return DB::transaction(function () use ($document, $path, $person, $revision): Document {
            $locked = $this->locked($document, $person, $revision);
            if ($locked->saved_hash !== null) {
                throw Refused::because("{$locked->path} has a file already; its path is not a proposal any more.");
            }
            $locked->fill(Document::columns($path));
            if ($locked->draft !== null) {
                $this->put($locked, $this->contents->kept($locked->draft->hash), $person, "proposed as {$path}");
            }
            Pulse::changed($document->workspace, [$locked->id]);

            return $locked;
        }, self::TRIES);
    }

    /**
     * The document with its row locked, as its writer has read it.
     *
     * @throws DraftChanged|DocumentLocked|NotAllowed|Refused
     */
    private function locked(Document $document, User $person, ?int $revision): Document
    {
        $locked = Document::query()->with('draft')->lockForUpdate()->findOrFail($document->id)->setRelation('workspace', $document->workspace);
        if ($revision !== null && $locked->revision !== $revision) {
            throw DraftChanged::to($locked->revision, $revision);
        }
        if ($locked->dropped_at !== null) {
            throw Refused::because("{$locked->path} was discarded meanwhile. Take that back in the logbook first.");
        }
        if (! WritingRight::must($locked, $person)) {
            Locks::takeForWriting($locked, $person);
        }

        return $locked;
    }

    /** Drops the draft; the document is then as its file, or has nothing if it is new. */
    public function drop(Document $document): void
    {
        Draft::query()->whereKey($document->id)->delete();
        $document->unsetRelation('draft');
        $this->index->forget($document, true);
        $document->revision++;
        $document->title = $document->saved_hash === null ? $document->title : $this->savedTitle($document);
        $document->save();
    }

    /** Drops the draft if it is what the file holds (promise 8). */
    public function dropWhereSaved(string $documentId): void
    {
        DB::transaction(function () use ($documentId): void {
            $document = Document::query()->with('draft', 'workspace')->lockForUpdate()->find($documentId);
            if ($document?->draft !== null && $document->draft->hash === $document->saved_hash && ! $document->is_gone) {
                $this->drop($document);
                Pulse::changed($document->workspace, [$document->id]);
            }
        }, self::TRIES);
    }

    /** Drops the draft as an edit of its own, so that its steps still lead back to it. */
    public function discard(Document $document, ?User $person): void
    {
        $before = $document->workingHash();
        $this->drop($document);
        if ($document->saved_hash !== null && $this->contents->has($document->saved_hash)) {
            $this->noteStep($document, $before, $this->contents->kept($document->saved_hash), $person, 'discarded: as saved again', null);
        }
    }

    /**
     * Puts a content in as the draft, or drops the draft where it is the saved content again (promise 8).
     */
    public function put(Document $document, StoredContent $content, ?User $person, ?string $summary, ?DraftStep $step = null): Touched
    {
        $before = $document->workingHash();
        // The first draft keeps what it was begun on, so that a later look can compare.
        $this->keepSaved($document);
        $wasUnsaved = $document->draft !== null;
        // Of one whose file is gone, the others also ask whether there is a draft.
        $targets = $document->is_gone ? null : $this->index->targets($document, $wasUnsaved);
        if ($content->hash === $document->saved_hash && ! $document->is_gone) {
            $this->drop($document);
            $this->noteStep($document, $before, $content, $person, $summary, $step);

            return $targets === $this->index->targets($document, false) ? Touched::State : Touched::References;
        }
        $draft = $document->draft ?? new Draft(['document_id' => $document->id, 'base_hash' => $document->saved_hash]);
        $document->setRelation('draft', $draft);
        $analysis = $this->index->record($document, $content, true);
        $words = $this->changeWords($document, $content, $analysis->reading);
        $draft->fill(['hash' => $content->hash, 'size' => $content->size, 'user_id' => $person?->id, 'updated_at' => now(), 'change_words' => $words])->save();
        $document->title = $analysis->title;
        $document->note = $analysis->note();
        $document->revision++;
        $this->noteStep($document, $before, $content, $person, $summary, $step, $analysis->reading);

        return match (true) {
            $targets !== $analysis->targets() => Touched::References,
            $wasUnsaved => Touched::Words,
            default => Touched::State,
        };
    }

    private function noteStep(Document $document, ?string $before, StoredContent $content, ?User $person, ?string $summary, ?DraftStep $step, ?ParsedContent $reading = null): void
    {
        if ($step !== null) {
            $document->step_id = $step->id;
        } else {
            $this->steps->add($document, $before, $content, $person, $summary, $reading);
        }
        $document->save();
    }

    /** What differs from the saved content, in words; null: it is too large to compare, or only its bytes are known. */
    public function changeWords(Document $document, StoredContent $content, ParsedContent $reading): ?string
    {
        $saved = $document->saved_hash;
        if ($saved === null || max($content->size, (int) $document->size) > self::COMPARED_BYTES || ! $this->contents->has($saved)) {
            return null;
        }
        $before = $this->contents->bytes($saved);
        $was = Formats::of($document->workspace)->read($document->path, $before);
        // Of a leaf nothing is known but that its bytes differ.
        $isLeaf = FormatRegistry::standard()->forPath($document->path) === null;

        return $isLeaf ? null : mb_substr(ChangeSummary::of($before, $was, $content->bytes(), $reading), 0, 500);
    }

    /** The saved content goes to the store before the first draft of it, so that a later look can compare. */
    public function keepSaved(Document $document): void
    {
        if ($document->saved_hash !== null && $document->draft === null && ! $this->contents->has($document->saved_hash)) {
            try {
                $this->contents->put(WorkspaceFiles::of($document->workspace)->open($document->path));
            } catch (UnableToRead) {
                // A file that cannot be read now is not needed for the draft; the plan will say so.
            }
        }
    }

    private function savedTitle(Document $document): ?string
    {
        $reader = $this->index->reader($document->workspace);
        if ($document->is_gone || ! $reader->isRead($document->path, (int) $document->size)) {
            return $document->title;
        }
        $analysis = $reader->read($document->path, $this->working->bytes($document));
        $document->note = $analysis->note();

        return $analysis->title;
    }

    private function refuseLarge(string $bytes): void
    {
        $limit = (int) config('limits.content');
        if (strlen($bytes) > $limit) {
            throw Refused::because('The content has '.strlen($bytes)." bytes; at most {$limit} are taken. Change the file on disk instead, or raise HAFENBUCH_CONTENT_LIMIT.");
        }
    }
}
