<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format;

use Hafenbuch\Core\Charset\BytePlace;
use Hafenbuch\Core\Charset\Charset;
use Hafenbuch\Core\Charset\CodedText;
use Hafenbuch\Core\Charset\Cursor;
use Hafenbuch\Core\Format\Notation\InCharset;
use Hafenbuch\Core\Reference\FieldSite;
use Hafenbuch\Core\Reference\Place;
use Hafenbuch\Core\Reference\ReferenceSite;

/** What a format found in the text of a content that is not in UTF-8, as places of its bytes. */
final readonly class CodedPlaces
{
    private function __construct(private CodedText $coded, private Language $language) {}

    public static function of(ParsedContent $found, CodedText $coded, Language $language): ParsedContent
    {
        $places = new self($coded, $language);
        $references = $places->inBytes($found->references);
        $fields = $places->inBytes($found->fields);
        $isWhole = count($references) === count($found->references) && count($fields) === count($found->fields);

        $parsed = new ParsedContent($references, $fields, $found->note, $found->base, $coded->charset->name);

        return $isWhole ? $parsed : $parsed->noting('A reference or field that holds bytes which are no characters was not read.');
    }

    /** A place that a format’s editing found in the text, as one of its bytes. */
    public static function opening(ReferenceSite $site, CodedText $coded, Language $language): ReferenceSite
    {
        return (new self($coded, $language))->inBytes([$site])[0] ?? $site;
    }

    /**
     * @template T of ReferenceSite|FieldSite
     *
     * @param  list<T>  $places
     * @return list<T> without those whose bytes do not say what was read there
     */
    private function inBytes(array $places): array
    {
        $sorted = $places;
        uasort($sorted, static fn (Place $a, Place $b): int => $a->offset <=> $b->offset);
        $cursor = new Cursor($this->coded);
        $found = [];
        foreach ($sorted as $index => $place) {
            $start = $cursor->to($place->offset);
            // Places can stand within one another, so the end is looked for by a walk of its own.
            $end = (clone $cursor)->to($place->offset + $place->length);
            if ($this->says($place, $start, $end)) {
                $found[$index] = $place->standing($start->offset, $end->offset - $start->offset, new InCharset($place->notation, $this->coded, $this->language, $start, $end));
            }
        }

        ksort($found);

        return array_values($found);
    }

    private function says(Place $place, BytePlace $start, BytePlace $end): bool
    {
        $text = substr($this->coded->text, $place->offset, $place->length);

        $bytes = substr($this->coded->bytes, $start->offset, $end->offset - $start->offset);

        return $this->coded->charset->decode($start->escape.$bytes) === $text
            && (! str_contains($text, Charset::REPLACEMENT) || $this->coded->charset->encode($text) === $bytes);
    }
}
