<?php

declare(strict_types=1);

namespace App\Http;

use App\Drafts\DraftDesk;
use App\Drafts\TextEdit;
use App\Drafts\WorkingContent;
use App\Models\Document;
use App\Models\DraftStep;
use App\Models\User;
use App\Quay\Quay;
use App\Quay\RowReader;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** One edit of a working content, under the revision that its person has read. */
final readonly class DraftEdit
{
    public function __construct(private DraftDesk $drafts, private WorkingContent $working, private RowReader $rows) {}

    /** @param callable(string): string $edit from the working content to what it becomes */
    public function make(Request $request, Document $document, User $person, callable $edit, string $summary): JsonResponse
    {
        $revision = Revision::named($request);

        return $this->write($document, $edit($this->working->bytes($document)), $person, $revision, $summary);
    }

    /** Goes to a step that there is already. */
    public function goTo(Request $request, Document $document, User $person, DraftStep $step, string $bytes): JsonResponse
    {
        return $this->write($document, $bytes, $person, Revision::named($request), null, $step);
    }

    public function change(Request $request, Document $document, User $person): JsonResponse
    {
        $revision = Revision::named($request);
        [$changes, $size] = ChangesReader::read($request);

        return $this->written($this->drafts->change($document, $changes, $size, $person, $revision, self::isText($request)), $person);
    }

    public function replace(Request $request, Document $document, User $person): JsonResponse
    {
        $revision = Revision::named($request);

        return $this->write($document, $this->content($request, $document), $person, $revision, null);
    }

    /** The bytes that a request’s body stands for. */
    public function content(Request $request, Document $document): string
    {
        $body = (string) $request->getContent();

        return self::isText($request) ? TextEdit::replaced($document, $this->working->bytes($document), $body) : $body;
    }

    /** Whether contents are given and taken as text in UTF-8, whatever charset the document is in. */
    public static function isText(Request $request): bool
    {
        return $request->query('as') === 'text';
    }

    private function write(Document $document, string $bytes, User $person, int $revision, ?string $summary, ?DraftStep $step = null): JsonResponse
    {
        return $this->written($this->drafts->write($document, $bytes, $person, $revision, $summary, $step), $person);
    }

    private function written(Document $document, User $person): JsonResponse
    {
        (new Quay($document->workspace, $person))->open([$document->id]);

        return new JsonResponse($this->rows->row($document, $person), 200, ['ETag' => Revision::tag($document->revision)]);
    }
}
