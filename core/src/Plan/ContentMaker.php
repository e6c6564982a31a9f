<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Format\Rewriter;
use Hafenbuch\Core\Reference\UnwritableValue;
use Hafenbuch\Core\Write\UnableToRead;

/** Makes the contents that sketched lines want: the one stage of planning that reads bytes. */
final class ContentMaker
{
    /** @var array<string, string> by SHA-256 */
    private array $contents = [];

    /** @var array<string, string> by document id */
    private array $problems = [];

    /** @var ?array{WantedContent, string} what was asked last and its answer; many documents want one content for file and draft */
    private ?array $last = null;

    /** @param ?Contents $bytes null: nothing can be rewritten */
    public function __construct(private readonly ?Contents $bytes, private readonly ?Rewriter $rewriter) {}

    public static function none(): self
    {
        return new self(null, null);
    }

    /** @param list<SketchedLine> $sketches */
    public function make(array $sketches): MadeContents
    {
        $this->contents = $this->problems = [];
        $this->last = null;
        $lines = [];
        foreach ($sketches as $sketch) {
            $line = $this->line($sketch);
            if ($line !== null) {
                $lines[] = new MadeLine($line, $sketch);
            }
        }

        return new MadeContents($lines, $this->contents, $this->problems);
    }

    /** @return ?PlanLine null where nothing would change after all */
    private function line(SketchedLine $sketch): ?PlanLine
    {
        $after = $this->hash($sketch->after);
        $draftAfter = $sketch->draftAfter === null ? null : $this->hash($sketch->draftAfter);
        if ($sketch->action === Action::Write && $sketch->after->isRewritten() && $after === $sketch->source->savedHash && ! $sketch->bringsWork) {
            // Rewriting has changed nothing in the file; a draft may have changed all the same.
            return $sketch->draftAfter === null
                ? $sketch->line(Action::Discard, $sketch->before, $sketch->before, null)
                : $this->redraft($sketch, $sketch->before, $draftAfter);
        }
        if ($sketch->action === Action::Redraft) {
            return $this->redraft($sketch, $sketch->before, $draftAfter);
        }
        // A draft that is what the file will hold is none (promise 8).
        $isDraft = $sketch->draftBefore !== null || $draftAfter !== $after;

        return $sketch->line($sketch->action, $sketch->before, $after, $isDraft ? $draftAfter : null);
    }

    private function redraft(SketchedLine $sketch, ?string $onDisk, ?string $draftAfter): ?PlanLine
    {
        $isMoved = $sketch->path !== $sketch->source->path;
        $isSame = $draftAfter === ($sketch->draftBefore ?? $sketch->source->savedHash);

        return $isSame && ! $isMoved ? null : $sketch->line(Action::Redraft, $onDisk, $onDisk, $draftAfter);
    }

    private function hash(WantedContent $wanted): ?string
    {
        if ($wanted->document === null || $wanted->hash === null || $wanted->leads === null) {
            return $wanted->hash;
        }
        if ($this->last !== null && $this->last[0] == $wanted) {
            return $this->last[1];
        }
        try {
            $hash = $this->rewritten($wanted->document, $wanted->hash, $wanted);
        } catch (UnwritableValue $unwritable) {
            $this->problems[$wanted->document->id] = "A reference in it cannot be written for the new place. {$unwritable->getMessage()} Choose another name.";

            return $wanted->hash;
        } catch (UnableToRead $unreadable) {
            $this->problems[$wanted->document->id] = $unreadable->getMessage();

            return $wanted->hash;
        }
        $this->last = [$wanted, $hash];

        return $hash;
    }

    /** @throws UnableToRead|UnwritableValue */
    private function rewritten(\Hafenbuch\Core\Document\DocumentSnapshot $document, string $hash, WantedContent $wanted): string
    {
        if ($this->bytes === null || $this->rewriter === null || $wanted->leads === null) {
            throw new \LogicException('A plan that moves or copies needs the contents.');
        }
        $bytes = $this->bytes->bytes($document, $hash);
        $made = $this->rewriter->rewrite($bytes, $document->path, $wanted->to, $wanted->leads);
        if ($made === $bytes) {
            return $hash;
        }
        $new = hash('sha256', $made);
        $this->contents[$new] = $made;

        return $new;
    }
}
