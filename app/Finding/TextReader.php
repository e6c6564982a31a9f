<?php

declare(strict_types=1);

namespace App\Finding;

use App\Drafts\WorkingText;
use App\Models\Document;
use App\Models\Workspace;
use App\Support\ManyValues;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Reading\Formats;
use Hafenbuch\Core\Find\Fold;
use Hafenbuch\Core\Find\Words;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Reference\FieldSite;
use Hafenbuch\Core\Write\UnableToRead;
use Illuminate\Support\Facades\DB;

/** Reads what documents can be found by: their names, fields and texts, the saved ones and the drafts. */
final class TextReader
{
    /** Of a larger text only the beginning is looked into. */
    private const TEXT_BYTES = WorkingText::BYTES;

    /** Of a larger content no fields are read but its title. */
    private const FIELD_BYTES = 1 << 20;

    private const HEAD_BYTES = 8192;

    private const VALUE_CHARACTERS = 200;

    public function __construct(private readonly DiskContentStore $contents) {}

    /**
     * @param  list<string>  $ids
     * @return array<string, ?Indexed> by id; null: the document is out of sight
     */
    public function read(Workspace $workspace, array $ids): array
    {
        $found = array_fill_keys($ids, null);
        $files = WorkspaceFiles::of($workspace);
        $formats = Formats::of($workspace);
        $rows = ManyValues::among(DB::table('documents as d')->leftJoin('drafts', 'drafts.document_id', '=', 'd.id')->where('d.workspace_id', $workspace->id), 'd.id', $ids)->whereNull('d.dropped_at')
            ->get(['d.id', 'd.path', 'd.title', 'd.format', 'd.saved_hash', 'd.size', 'd.stat', 'd.is_gone', 'd.touched_at', 'drafts.hash as draft_hash', 'drafts.size as draft_size', 'drafts.user_id as draft_by', 'drafts.updated_at as draft_at']);
        $savers = $this->savers($rows->whereNull('draft_hash')->pluck('id')->all());
        foreach ($rows as $row) {
            $saved = $row->saved_hash === null || $row->is_gone ? '' : $this->text($formats, $row->path, fn () => $files->open($row->path), (int) $row->size);
            $draft = $row->draft_hash === null ? '' : $this->text($formats, $row->path, fn () => $this->contents->open($row->draft_hash), (int) $row->draft_size);
            $shown = $row->draft_hash === null ? $saved : $draft;
            $fields = $this->fields($formats, $row->path, $shown);
            $texts = [$row->path, (string) $row->title, ...array_column($fields, 1), $draft, $saved];
            $found[$row->id] = new Indexed(
                $row->id, $row->touched_at, Words::of(implode("\n", array_filter($texts, static fn (string $text): bool => $text !== ''))),
                array_map(static fn (array $field): array => [$field[0], mb_substr(trim(Fold::text($field[1])), 0, self::VALUE_CHARACTERS)], $fields),
                $row->draft_at ?? self::writtenAt($row->stat), $row->draft_by ?? $savers[$row->id] ?? null,
            );
        }

        return $found;
    }

    /** What is on the screen, as text in UTF-8, as far as it is looked into; '' where it is none. */
    public function shown(Workspace $workspace, Document $document): string
    {
        $hash = $document->workingHash();

        return $hash === null ? '' : $this->text(
            Formats::of($workspace), $document->path,
            fn () => $document->draft === null ? WorkspaceFiles::of($workspace)->open($document->path) : $this->contents->open($hash), (int) ($document->draft->size ?? $document->size),
        );
    }

    /** @param callable(): resource $open */
    private function text(FormatRegistry $formats, string $path, callable $open, int $size): string
    {
        try {
            $file = $open();
        } catch (UnableToRead|InvalidPath) {
            return '';
        }
        try {
            $head = (string) stream_get_contents($file, self::HEAD_BYTES);
            // Of a text that is cut only the beginning is looked at to know its charset.
            $coded = $formats->coded($path, self::whole($head, $size));
            if ($coded === null || $size <= strlen($head)) {
                return $coded->text ?? '';
            }
            $bytes = $head.stream_get_contents($file, self::TEXT_BYTES - strlen($head));
        } finally {
            fclose($file);
        }

        return $formats->coded($path, self::whole($bytes, $size))->text ?? '';
    }

    /** The beginning of a text in UTF-8 without a letter that is cut in two. */
    private static function whole(string $bytes, int $size): string
    {
        return strlen($bytes) < $size && ! mb_check_encoding($bytes, 'UTF-8') && mb_check_encoding($cut = mb_strcut($bytes, 0, strlen($bytes) - 3, 'UTF-8'), 'UTF-8') ? $cut : $bytes;
    }

    /** @return list<array{string, string}> names and values, without the title, which is known */
    private function fields(FormatRegistry $formats, string $path, string $text): array
    {
        if ($text === '' || strlen($text) > self::FIELD_BYTES || $formats->forPath($path) === null) {
            return [];
        }
        $read = $formats->read($path, $text);

        return array_values(array_map(static fn (FieldSite $field): array => [$field->name, $field->raw], array_filter(
            $read->fields,
            static fn (FieldSite $field): bool => $field->name !== FieldSite::TITLE && trim($field->raw) !== '',
        )));
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, int> by document: who wrote its newest version
     */
    private function savers(array $ids): array
    {
        $newest = ManyValues::among(DB::table('versions'), 'document_id', $ids)->groupBy('document_id')->selectRaw('document_id, max(number) as number');

        return DB::table('versions as v')->joinSub($newest, 'n', static fn ($join) => $join->on('n.document_id', '=', 'v.document_id')->on('n.number', '=', 'v.number'))
            ->whereNotNull('v.user_id')->pluck('v.user_id', 'v.document_id')->map(static fn (mixed $id): int => (int) $id)->all();
    }

    /** @param string $signature as FileStat writes it */
    private static function writtenAt(string $signature): ?string
    {
        $seconds = explode(':', $signature)[1] ?? '';

        return ctype_digit($seconds) ? gmdate('Y-m-d H:i:s', min((int) $seconds, 2_000_000_000)) : null;
    }
}
