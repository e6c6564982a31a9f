<?php

declare(strict_types=1);

namespace App\Naming;

use App\Drafts\WorkingContent;
use App\Models\Document;
use App\Models\Operation;
use App\Models\OperationLine;
use App\Models\Workspace;
use App\Workspace\PathCheck;
use App\Workspace\Reading\Formats;
use Hafenbuch\Core\Format\ChangeSummary;
use Hafenbuch\Core\Naming\FileName;
use Hafenbuch\Core\Naming\Stage;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Plan\ReasonKind;
use Hafenbuch\Core\Write\UnableToRead;

/** The stages of a document: those that it was saved as, one after the other, and those that are named like it. */
final readonly class SeriesReader
{
    /** Larger contents are not compared. */
    private const COMPARED_BYTES = 1024 * 1024;

    public function __construct(private WorkingContent $working) {}

    /** @param string $today as YYYY-MM-DD, where the asker is */
    public function of(Workspace $workspace, Document $document, string $today): Series
    {
        $stages = $this->stages($workspace, $document);
        $notes = $this->notes($stages);
        $data = [];
        $before = null;
        foreach ($stages as $stage) {
            $stage->setRelation('workspace', $workspace);
            $entry = $notes[$stage->id] ?? null;
            $data[] = new SeriesStage(
                $stage->id, $stage->path, $stage->title, $stage->draft->size ?? $stage->size, $stage->id === $document->id,
                $entry?->note, $entry?->person?->name, ($entry->created_at ?? $stage->updated_at)?->toIso8601ZuluString('millisecond'),
                $stage->origin_id, $before === null ? null : $this->changes($before, $stage),
            );
            $before = $stage;
        }

        return new Series($this->next($workspace, $document, $today), array_reverse($data));
    }

    /** The path that the next stage gets. */
    public function next(Workspace $workspace, Document $document, string $today): string
    {
        $check = new PathCheck($workspace);
        $file = FileName::of(Path::nameOf($document->path));
        $folder = Path::folderOf($document->path);
        $path = static fn (string $stem): string => ($folder === '' ? '' : $folder.'/').$file->withStem($stem);

        return $path(Stage::of($file->stem)->next(static fn (string $stem): bool => $check->obstacle($path($stem)) !== null, $today));
    }

    /** @return list<Document> oldest first */
    private function stages(Workspace $workspace, Document $document): array
    {
        $stages = [$document->id => $document];
        for ($one = $document; $one->origin_id !== null && $one->origin_kind === ReasonKind::SavedAs->value;) {
            $one = $this->kept($workspace)->find($one->origin_id);
            if ($one === null || isset($stages[$one->id])) {
                break;
            }
            $stages[$one->id] = $one;
        }
        $queue = array_map(strval(...), array_keys($stages));
        while ($queue !== []) {
            $found = $this->kept($workspace)->whereIn('origin_id', $queue)->where('origin_kind', ReasonKind::SavedAs->value)->get()->keyBy('id')->all();
            $new = array_diff_key($found, $stages);
            $stages += $new;
            $queue = array_map(strval(...), array_keys($new));
        }
        $stages += $this->alike($workspace, $document);
        $place = static fn (Document $stage): Stage => Stage::of(FileName::of(Path::nameOf($stage->path))->stem);
        $sorted = array_values($stages);
        usort($sorted, static function (Document $a, Document $b) use ($place): int {
            [$one, $other] = [$place($a), $place($b)];

            return ($one->isOfSeries($other) ? $one->compare($other) : 0) ?: strcmp((string) $a->origin_at, (string) $b->origin_at) ?: strcmp($a->path, $b->path);
        });

        return $sorted;
    }

    /** @return array<string, Document> by id: those in the same folder whose names differ only in the counter */
    private function alike(Workspace $workspace, Document $document): array
    {
        $folder = Path::folderOf($document->path);
        $file = FileName::of(Path::nameOf($document->path));
        $stage = Stage::of($file->stem);
        $prefix = ($folder === '' ? '' : $folder.'/').$stage->base;
        $found = $this->kept($workspace)->where('path', 'like', addcslashes($prefix, '%_\\').'%')->limit(500)->get()->keyBy('id');

        return $found->filter(static function (Document $other) use ($folder, $file, $stage): bool {
            $name = FileName::of(Path::nameOf($other->path));

            return Path::folderOf($other->path) === $folder && $name->ending === $file->ending && $stage->isOfSeries(Stage::of($name->stem));
        })->all();
    }

    /** @return \Illuminate\Database\Eloquent\Builder<Document> */
    private function kept(Workspace $workspace): \Illuminate\Database\Eloquent\Builder
    {
        return Document::query()->kept()->with('draft')->where('workspace_id', $workspace->id)->where('is_gone', false);
    }

    /**
     * @param  list<Document>  $stages
     * @return array<string, Operation> by document: the entry that made it
     */
    private function notes(array $stages): array
    {
        $lines = OperationLine::query()->whereIn('document_id', array_map(static fn (Document $stage): string => $stage->id, $stages))
            ->whereNotNull('origin_id')->orderBy('operation_id')->get();
        $entries = Operation::query()->with('person')->whereIn('id', $lines->pluck('operation_id'))->where('state', Operation::DONE)->get()->keyBy('id');
        $notes = [];
        foreach ($lines as $line) {
            if (isset($entries[$line->operation_id])) {
                $notes[(string) $line->document_id] = $entries[$line->operation_id];
            }
        }

        return $notes;
    }

    private function changes(Document $before, Document $after): ?string
    {
        $formats = Formats::of($after->workspace);
        if (max((int) $before->size, (int) $after->size) > self::COMPARED_BYTES || $formats->forPath($after->path) === null) {
            return null;
        }
        try {
            [$old, $new] = [$this->working->bytes($before), $this->working->bytes($after)];
        } catch (UnableToRead) {
            return null;
        }

        return $old === $new ? 'nothing' : ChangeSummary::of($old, $formats->read($before->path, $old), $new, $formats->read($after->path, $new));
    }
}
