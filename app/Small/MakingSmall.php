<?php

declare(strict_types=1);

namespace App\Small;

use App\Drafts\DraftChanged;
use App\Drafts\ManyAtOnce;
use App\Drafts\WorkingText;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Support\ManyValues;
use App\Support\Refused;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Small\Shrinking;
use Hafenbuch\Core\Text\OutOfPatience;
use Hafenbuch\Core\Text\Patience;
use Illuminate\Support\Facades\DB;

/** Makes documents smaller, on purpose and as drafts. */
final readonly class MakingSmall
{
    /** Documents in one request. */
    public const DOCUMENTS = 100;

    public const SECONDS = 10;

    public function __construct(private WorkingText $texts) {}

    /**
     * @param  list<string>  $ids
     * @return list<SmallPreview> by path
     */
    public function preview(Workspace $workspace, User $person, array $ids): array
    {
        $previews = [];
        foreach (ManyValues::among(Document::query(), 'id', $ids)->kept()->with('draft')->where('workspace_id', $workspace->id)->where('is_gone', false)->orderBy('path')->get() as $document) {
            $document->setRelation('workspace', $workspace);
            $format = FormatRegistry::standard()->nameFor($document->path);
            $text = Shrinking::knows($format) ? $this->texts->of($document) : null;
            $problem = match (true) {
                ! Shrinking::knows($format) => "of {$format} nothing is known that carries nothing",
                $text === null => 'it is no text that can be read, or larger than '.(WorkingText::BYTES >> 20).' MiB',
                default => $this->texts->refusal($document, $person),
            };
            try {
                $savings = $text === null ? [] : Patience::within(self::SECONDS, fn (): array => Shrinking::savings($format, $text, $this->named($document)));
            } catch (OutOfPatience) {
                [$savings, $problem] = [[], 'looking for it took too long and was ended'];
            }
            $previews[] = new SmallPreview($document, strlen((string) $text), $savings, $problem);
        }

        return $previews;
    }

    /**
     * @param  array<string, array{revision: int, keys: list<string>}>  $wanted  by document
     * @return array{changed: list<string>, refused: list<array{document: string, path: string, why: string}>}
     */
    public function make(Workspace $workspace, User $person, array $wanted): array
    {
        return ManyAtOnce::change($workspace, $wanted, function (Document $document, array $one) use ($person): void {
            [$text, $small] = $this->smaller($document, $one['revision'], $one['keys']);
            $this->texts->become($document, $text, $small, $person, $one['revision']);
        });
    }

    /**
     * @param  list<string>  $keys  of savings
     * @return array{string, string} the text as it is, and as it would be
     *
     * @throws Refused|DraftChanged
     */
    public function smaller(Document $document, int $revision, array $keys): array
    {
        $text = $this->texts->of($document) ?? throw Refused::because('it is no text that can be read now');
        if ($document->revision !== $revision) {
            throw DraftChanged::to($document->revision, $revision);
        }
        try {
            $small = Patience::within(self::SECONDS, fn (): string => Shrinking::apply(FormatRegistry::standard()->nameFor($document->path), $text, $keys, $this->named($document)));
        } catch (OutOfPatience) {
            throw Refused::because('working it out took too long and was ended');
        }

        return $small !== $text ? [$text, $small] : throw Refused::because('nothing of what was chosen is in it any more');
    }

    /** @return list<string> the parts of a document that others name behind its path (#…), in saved contents and in drafts */
    private function named(Document $document): array
    {
        $raws = DB::table('document_references')->where('workspace_id', $document->workspace_id)->where('target_key', Document::key($document->path))->where('raw', 'like', '%#%')->distinct()->pluck('raw')->all();

        return array_values(array_unique(array_map(static fn (string $raw): string => rawurldecode((string) substr((string) strrchr($raw, '#'), 1)), $raws)));
    }
}
