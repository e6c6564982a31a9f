<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Models\Document;
use App\Models\DraftStep;
use App\Models\User;
use App\Support\Refused;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\Sha256;
use App\Workspace\Files\StoredContent;
use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\History\StepWords;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

/**
 * The edit steps of drafts. A step keeps what it changes, and now and then the whole content,
 * so that a thousand small edits of a large document take little more room than the document.
 */
final readonly class Steps
{
    /** So many steps are put together at most to read one. */
    private const DEEPEST = 600;

    /** Changes of larger contents, and larger changes, are kept as whole contents. */
    private const LARGEST_CONTENT = 8 * 1024 * 1024;

    private const LARGEST_CHANGE = 1024 * 1024;

    /** What a row takes beside its bytes, roughly. */
    private const ROW_BYTES = 200;

    public function __construct(private DiskContentStore $contents) {}

    /**
     * Notes an edit. The document's step becomes this one; the caller saves the document.
     *
     * @param  ?string  $before  the hash of what was on the screen
     * @param  StoredContent  $content  that is on the screen now
     * @param  ?string  $summary  null: it is found in the change
     * @param  ?ParsedContent  $reading  of the content afterwards
     */
    public function add(Document $document, ?string $before, StoredContent $content, ?User $person, ?string $summary, ?ParsedContent $reading = null): void
    {
        $parent = $this->parent($document, $before);
        if ($parent !== null && $parent->hash === $content->hash) {
            $document->step_id = $parent->id;

            return;
        }
        $change = $parent === null ? null : $this->change($parent, $content);
        $summary ??= $change === null || $reading === null ? 'edited' : StepWords::of($change, $content->bytes(), $reading);
        $step = DraftStep::query()->create([
            'document_id' => $document->id, 'revision' => $document->revision, 'hash' => $content->hash, 'size' => $content->size,
            'parent_id' => $parent?->id, 'summary' => mb_substr($summary, 0, 500), 'user_id' => $person?->id, 'at' => now(),
            ...$this->kept($parent, $change, $content->size),
        ]);
        $document->step_id = $step->id;
    }

    /**
     * Takes in a step from elsewhere, beside those of the document. What is on the screen stays.
     *
     * @param  ?Change  $change  what it changes in its parent; null: the store has its whole content
     */
    public function adopt(Document $document, ?DraftStep $parent, string $hash, int $size, ?Change $change, string $summary, Carbon $at): DraftStep
    {
        return DraftStep::query()->create([
            'document_id' => $document->id, 'revision' => $document->revision, 'hash' => $hash, 'size' => $size, 'parent_id' => $parent?->id, 'summary' => $summary, 'at' => $at,
            ...$parent === null || $change === null ? $this->whole() : [...$this->changed($parent, $change), 'has_content' => false],
        ]);
    }

    /** The step whose content was on the screen; one is made where something else than an edit has put it there. */
    private function parent(Document $document, ?string $before): ?DraftStep
    {
        $step = $document->step_id === null ? null : DraftStep::query()->find($document->step_id);
        if ($before === null || $step?->hash === $before || ! $this->contents->has($before)) {
            return $before === null ? null : ($step?->hash === $before ? $step : null);
        }

        return DraftStep::query()->create([
            'document_id' => $document->id, 'revision' => $document->revision, 'hash' => $before, 'size' => $this->contents->size($before) ?? 0,
            'parent_id' => $step?->id, 'summary' => $before === $document->saved_hash ? 'as saved' : 'as it was', 'at' => now(), ...$this->whole(),
        ]);
    }

    private function change(DraftStep $parent, StoredContent $content): ?Change
    {
        return max($content->size, $parent->size) > self::LARGEST_CONTENT ? null : Change::between($this->contents->bytes($parent->hash), $content->bytes());
    }

    /** @return array<string, mixed> how the content of a step is kept */
    private function kept(?DraftStep $parent, ?Change $change, int $size): array
    {
        if ($parent === null || $change === null) {
            return $this->whole();
        }
        $weight = $parent->weight + strlen($change->inserted) + self::ROW_BYTES;
        $isTooMuch = $parent->depth >= self::DEEPEST || $weight > max(4096, $size / 2) || strlen($change->inserted) > self::LARGEST_CHANGE;

        return $isTooMuch ? $this->whole() : [...$this->changed($parent, $change), 'has_content' => true];
    }

    /** @return array<string, mixed> */
    private function changed(DraftStep $parent, Change $change): array
    {
        return ['at_byte' => $change->at, 'removed' => $change->removed, 'inserted' => $change->inserted, 'depth' => $parent->depth + 1, 'weight' => $parent->weight + strlen($change->inserted) + self::ROW_BYTES];
    }

    /** @return array<string, mixed> */
    private function whole(): array
    {
        return ['at_byte' => null, 'removed' => null, 'inserted' => null, 'depth' => 0, 'weight' => 0, 'has_content' => false];
    }

    /** @throws Refused|\Hafenbuch\Core\Write\UnableToRead */
    public function bytes(DraftStep $step): string
    {
        if ($step->isWhole()) {
            return $this->contents->sound($step->hash);
        }
        $chain = DB::select(
            'with recursive chain (id, parent_id, hash, at_byte, removed, inserted) as (
                select id, parent_id, hash, at_byte, removed, inserted from draft_steps where id = ?
                union all
                select s.id, s.parent_id, s.hash, s.at_byte, s.removed, s.inserted from draft_steps s join chain c on s.id = c.parent_id where c.inserted is not null
            ) select * from chain order by id',
            [$step->id],
        );
        $bytes = null;
        foreach ($chain as $one) {
            $bytes = $one->inserted === null ? $this->contents->sound($one->hash) : (new Change((int) $one->at_byte, (int) $one->removed, $one->inserted))->apply($bytes ?? '');
        }

        return $bytes !== null && Sha256::of($bytes) === $step->hash ? $bytes
            : throw Refused::because('This step cannot be put together any more. The steps around it, the versions and the draft are not touched by that.');
    }

    /** The step to go to from the one on the screen; null: there is none. */
    public function back(Document $document): ?DraftStep
    {
        $here = $document->step_id === null ? null : DraftStep::query()->find($document->step_id);

        return $here?->parent_id === null ? null : DraftStep::query()->find($here->parent_id);
    }

    /** Where steps have parted, forward leads along the newest. */
    public function forward(Document $document): ?DraftStep
    {
        if ($document->step_id === null) {
            return null;
        }

        return DraftStep::query()->find(DraftStep::query()->where('parent_id', $document->step_id)->max('id'));
    }
}
