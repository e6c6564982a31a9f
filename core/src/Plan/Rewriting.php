<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Document\DocumentSnapshot;
use Hafenbuch\Core\Format\Rewriter;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Reference\PathMap;
use Hafenbuch\Core\Reference\UnwritableValue;
use Hafenbuch\Core\Write\UnableToRead;

/** Gives contents whose references lead where a plan wants them, and keeps the new ones. */
final class Rewriting
{
    /** @var array<string, string> by SHA-256 */
    public array $made = [];

    /** @var ?array{string, string, string, PathMap} */
    private ?array $asked = null;

    private string $answer = '';

    public function __construct(private readonly Contents $contents, private readonly Rewriter $rewriter) {}

    /**
     * The hash of a document's saved content or draft as it must read at a path.
     *
     * @throws UnableToRead|UnwritableValue
     */
    public function hash(DocumentSnapshot $document, bool $ofDraft, string $to, PathMap $leads): string
    {
        $hash = (string) ($ofDraft ? $document->draftHash : $document->savedHash);
        $targets = $ofDraft ? $document->refersTo : $document->savedRefersTo;
        $isElsewhere = Path::folderOf($to) !== Path::folderOf($document->path);
        if ($targets === [] || (! $isElsewhere && ! $leads->hasAny($targets))) {
            return $hash;
        }
        // The working content of a document without a draft is its saved one, and is asked for both ways.
        $question = [$hash, $document->path, $to, $leads];
        if ($question === $this->asked) {
            return $this->answer;
        }
        $bytes = $this->contents->bytes($document, $hash);
        $rewritten = $this->rewriter->rewrite($bytes, $document->path, $to, $leads);
        $this->asked = $question;
        $this->answer = $hash;
        if ($rewritten !== $bytes) {
            $this->answer = hash('sha256', $rewritten);
            $this->made[$this->answer] = $rewritten;
        }

        return $this->answer;
    }
}
