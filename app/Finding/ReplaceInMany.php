<?php

declare(strict_types=1);

namespace App\Finding;

use App\Drafts\DraftChanged;
use App\Drafts\DraftDesk;
use App\Drafts\ManyAtOnce;
use App\Drafts\WorkingText;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Support\ManyValues;
use App\Support\Refused;
use App\Workspace\Reading\Formats;
use Hafenbuch\Core\Find\Excerpt;
use Hafenbuch\Core\Find\Replacing;
use Hafenbuch\Core\Find\Words;

/** Replaces a text in many documents at once: each becomes a draft, and nothing is saved. */
final readonly class ReplaceInMany
{
    /** Documents in one request. */
    public const DOCUMENTS = 200;

    /** Places of one document that are shown, and replaced. */
    public const PLACES = 500;

    public function __construct(private DraftDesk $drafts, private WorkingText $texts, private Finder $finder) {}

    /** The documents that may have the text: its words narrow what a query finds; where it has none, only the query does. */
    public function candidates(Workspace $workspace, User $person, string $within, Replacing $replacing, \DateTimeImmutable $now): Found
    {
        $words = array_filter(Words::typed($replacing->find), static fn (string $word): bool => strlen($word) > 1);

        return $this->finder->find($workspace, $person, trim($within.' '.implode(' ', $words)), $now, self::DOCUMENTS);
    }

    /**
     * @param  list<string>  $ids
     * @return list<ReplacePreview> of those that have the text, by path
     */
    public function preview(Workspace $workspace, User $person, array $ids, Replacing $replacing): array
    {
        $previews = [];
        foreach (ManyValues::among(Document::query(), 'id', $ids)->kept()->with('draft')->where('workspace_id', $workspace->id)->where('is_gone', false)->orderBy('path')->get() as $document) {
            $document->setRelation('workspace', $workspace);
            $text = $this->texts->of($document);
            $places = $text === null ? [] : $replacing->places($text, Formats::of($workspace)->readText($document->path, $text)->references);
            if ($text === null || $places === []) {
                continue;
            }
            $refusal = $this->texts->refusal($document, $person);
            $shown = array_slice($places, 0, self::PLACES);
            $previews[] = new ReplacePreview(
                $document,
                array_map(static fn (Excerpt $excerpt, array $place): array => ['place' => $excerpt, 'isReference' => $place['isReference']], Excerpt::all($text, $shown), $shown),
                count($places) > self::PLACES, $refusal ?? $this->damage($document, $text, $replacing->changes($shown)->apply($text)), $refusal === null,
            );
        }

        return $previews;
    }

    /**
     * @param  array<string, array{revision: int, offsets: list<int>}>  $wanted  by document: which places of which revision
     * @return array{changed: list<string>, refused: list<array{document: string, path: string, why: string}>}
     */
    public function replace(Workspace $workspace, User $person, array $wanted, Replacing $replacing): array
    {
        return ManyAtOnce::change($workspace, $wanted, function (Document $document, array $one) use ($workspace, $person, $replacing): void {
            ['revision' => $revision, 'offsets' => $offsets] = $one;
            $text = $this->texts->of($document) ?? throw Refused::because('it is no text that can be read now');
            $there = array_column($replacing->places($text, Formats::of($workspace)->readText($document->path, $text)->references), null, 'offset');
            $chosen = array_values(array_intersect_key($there, array_flip($offsets)));
            if ($document->revision !== $revision || count($chosen) !== count(array_unique($offsets))) {
                throw DraftChanged::to($document->revision, $revision);
            }
            $changes = $replacing->changes($chosen);
            $this->drafts->change($document, $changes, (int) $changes->sizeAfter(strlen($text)), $person, $revision, true);
        });
    }

    private function damage(Document $document, string $before, string $after): ?string
    {
        $formats = Formats::of($document->workspace);
        $note = $formats->readText($document->path, $after)->note;

        return $note === null || $note === $formats->readText($document->path, $before)->note ? null : "With all of them replaced: {$note}";
    }
}
