<?php

declare(strict_types=1);

namespace Hafenbuch\Core\History;

use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Reference\Place;
use Hafenbuch\Core\Text\Pattern;

/** Says what one edit was, so that a person finds it again: a fact, a reference, or lines. */
final class StepWords
{
    private const SHOWN_CHARACTERS = 60;

    /** @param ParsedContent $reading of the content afterwards */
    public static function of(Change $change, string $after, ParsedContent $reading): string
    {
        foreach ($reading->fields as $field) {
            if (self::isInside($change, $field)) {
                return "{$field->name}: ‘".self::short($field->raw).'’';
            }
        }
        foreach ($reading->references as $reference) {
            if (self::isInside($change, $reference)) {
                return "pointed {$reference->kind} at ".self::short($reference->raw);
            }
        }

        return self::lines($change, $after);
    }

    private static function isInside(Change $change, Place $place): bool
    {
        return $place->length > 0 && $change->at >= $place->offset && $change->at + strlen($change->inserted) <= $place->offset + $place->length;
    }

    private static function lines(Change $change, string $after): string
    {
        $change = self::fromStartOfLine($change, $after);
        $first = 1 + substr_count($after, "\n", 0, $change->at);
        if ($change->inserted === '') {
            return $change->removed === 0 ? 'as before' : "taken out in line {$first}";
        }
        $last = $first + substr_count(rtrim($change->inserted, "\n"), "\n");

        return $last === $first ? "line {$first}" : "lines {$first}–{$last}";
    }

    /** The same insertion told from further left, where a whole line was put in: which of two like stretches is the new one cannot be seen. */
    private static function fromStartOfLine(Change $change, string $after): Change
    {
        $inserted = $change->inserted;
        for ($at = $change->at; $change->removed === 0 && $inserted !== '' && $at > 0 && $after[$at - 1] === $inserted[-1]; $at--) {
            if ($after[$at - 1] === "\n") {
                return new Change($at, 0, $inserted);
            }
            $inserted = $inserted[-1].substr($inserted, 0, -1);
        }

        return $change;
    }

    private static function short(string $text): string
    {
        $text = trim(Pattern::replace('~\s+~u', ' ', $text));

        return mb_strlen($text) > self::SHOWN_CHARACTERS ? mb_substr($text, 0, self::SHOWN_CHARACTERS - 1).'…' : $text;
    }
}
