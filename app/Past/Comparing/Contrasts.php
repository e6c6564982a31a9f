<?php

declare(strict_types=1);

namespace App\Past\Comparing;

use App\Support\LineDiff;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\MediaFacts;
use App\Workspace\MediaType;
use App\Workspace\Reading\Formats;
use App\Workspace\Reading\TextOf;
use Hafenbuch\Core\Charset\CodedText;
use Hafenbuch\Core\Format\ChangeSummary;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Format\ReferenceChange;

/** Says what differs between two contents: facts, references, lines. */
final readonly class Contrasts
{
    public function __construct(private DiskContentStore $contents, private Sources $sources, private MediaFacts $media) {}

    public function between(Source $left, Source $right): Contrast
    {
        $texts = [$this->text($left), $this->text($right)];
        $sides = [$this->side($left, $texts[0] !== null), $this->side($right, $texts[1] !== null)];
        $isAlike = $left->hash === $right->hash;
        if ($texts[0] === null || $texts[1] === null || $isAlike) {
            return new Contrast($sides[0], $sides[1], $isAlike, [], [], $isAlike ? 0 : null, $isAlike ? 0 : null);
        }
        $was = Formats::of($left->document->workspace)->read($left->document->path, $texts[0]->bytes);
        $is = Formats::of($right->document->workspace)->read($right->document->path, $texts[1]->bytes);
        [$added, $removed] = self::lines($texts[0]->text, $texts[1]->text);

        return new Contrast($sides[0], $sides[1], false, self::fields($was, $is), array_map(
            static fn (ReferenceChange $change): ChangedReference => new ChangedReference($change->kind, $change->before, $change->after),
            ReferenceChange::between($was, $is),
        ), $added, $removed);
    }

    private function text(Source $source): ?CodedText
    {
        if (($this->contents->size($source->hash) ?? 0) > (int) config('limits.compared')) {
            return null;
        }

        return TextOf::content($source->document->workspace, $source->document->path, $this->sources->bytes($source));
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

    /** @return array{int, int} added and removed */
    private static function lines(string $before, string $after): array
    {
        $kinds = array_count_values(array_column(LineDiff::of(explode("\n", $before), explode("\n", $after)), 0));

        return [$kinds[LineDiff::ADDED] ?? 0, $kinds[LineDiff::REMOVED] ?? 0];
    }
}
