<?php

declare(strict_types=1);

namespace App\Past\Comparing;

use App\Workspace\Files\DiskContentStore;
use App\Workspace\MediaType;
use Hafenbuch\Core\Format\ChangeSummary;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Format\ReferenceChange;
use SebastianBergmann\Diff\Differ;
use SebastianBergmann\Diff\Output\UnifiedDiffOutputBuilder;

/** Says what differs between two contents: facts, references, lines. */
final readonly class Contrasts
{
    /** Above this size contents are compared by their facts only. */
    private const TEXT_BYTES = 2 * 1024 * 1024;

    /** Lines are counted where not more than so many differ in a stretch. */
    private const COUNTED_LINES = 5000;

    public function __construct(private DiskContentStore $contents, private Sources $sources, private FormatRegistry $formats, private MediaFacts $media) {}

    public function between(Source $left, Source $right): Contrast
    {
        $texts = [$this->text($left), $this->text($right)];
        $sides = [$this->side($left, $texts[0] !== null), $this->side($right, $texts[1] !== null)];
        $isAlike = $left->hash === $right->hash;
        if ($texts[0] === null || $texts[1] === null || $isAlike) {
            return new Contrast($sides[0], $sides[1], $isAlike, [], [], $isAlike ? 0 : null, $isAlike ? 0 : null);
        }
        $was = $this->formats->read($left->document->path, $texts[0]);
        $is = $this->formats->read($right->document->path, $texts[1]);
        [$added, $removed] = self::lines($texts[0], $texts[1]);

        return new Contrast($sides[0], $sides[1], false, self::fields($was, $is), array_map(
            static fn (ReferenceChange $change): ChangedReference => new ChangedReference($change->kind, $change->before, $change->after),
            ReferenceChange::between($was, $is),
        ), $added, $removed);
    }

    private function text(Source $source): ?string
    {
        if (($this->contents->size($source->hash) ?? 0) > self::TEXT_BYTES) {
            return null;
        }
        $bytes = $this->sources->bytes($source);

        return MediaType::isText($bytes) ? $bytes : null;
    }

    private function side(Source $source, bool $isText): ContrastSide
    {
        $document = $source->document;
        $type = MediaType::of($document->path);

        return new ContrastSide(
            $document->id, $document->path, $document->title, $source->name, $source->label, $source->isPast(), $source->at, $source->person,
            $this->contents->size($source->hash) ?? 0, $source->hash, $type, $isText, (object) $this->media->of($source->hash, $type),
        );
    }

    /** @return list<FieldChange> */
    private static function fields(ParsedContent $was, ParsedContent $is): array
    {
        return array_map(
            static fn (string $name): FieldChange => new FieldChange($name, $was->field($name)?->raw, $is->field($name)?->raw),
            ChangeSummary::changedFields($was, $is),
        );
    }

    /** @return array{?int, ?int} added and removed */
    private static function lines(string $before, string $after): array
    {
        [$old, $new] = [explode("\n", $before), explode("\n", $after)];
        while ($old !== [] && $new !== [] && end($old) === end($new)) {
            array_pop($old);
            array_pop($new);
        }
        $start = 0;
        while (isset($old[$start], $new[$start]) && $old[$start] === $new[$start]) {
            $start++;
        }
        $old = array_slice($old, $start);
        $new = array_slice($new, $start);
        if (count($old) + count($new) > self::COUNTED_LINES) {
            return [null, null];
        }
        $kinds = array_count_values(array_column((new Differ(new UnifiedDiffOutputBuilder))->diffToArray($old, $new), 1));

        return [$kinds[Differ::ADDED] ?? 0, $kinds[Differ::REMOVED] ?? 0];
    }
}
