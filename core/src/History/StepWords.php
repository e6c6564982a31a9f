<?php

declare(strict_types=1);

namespace Hafenbuch\Core\History;

use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Reference\Place;

/** Says what one edit was, so that a person finds it again: a fact, a reference, or lines. */
final class StepWords
{
    private const SHOWN_CHARACTERS = 60;

    /** @param ParsedContent $reading of the content afterwards */
    public static function of(Splice $splice, string $after, ParsedContent $reading): string
    {
        foreach ($reading->fields as $field) {
            if (self::isInside($splice, $field)) {
                return "{$field->name}: ‘".self::short($field->raw).'’';
            }
        }
        foreach ($reading->references as $reference) {
            if (self::isInside($splice, $reference)) {
                return "pointed {$reference->kind} at ".self::short($reference->raw);
            }
        }

        return self::lines($splice, $after);
    }

    private static function isInside(Splice $splice, Place $place): bool
    {
        return $place->length > 0 && $splice->at >= $place->offset && $splice->at + strlen($splice->inserted) <= $place->offset + $place->length;
    }

    private static function lines(Splice $splice, string $after): string
    {
        $splice = self::fromStartOfLine($splice, $after);
        $first = 1 + substr_count($after, "\n", 0, $splice->at);
        if ($splice->inserted === '') {
            return $splice->removed === 0 ? 'as before' : "taken out in line {$first}";
        }
        $last = $first + substr_count(rtrim($splice->inserted, "\n"), "\n");

        return $last === $first ? "line {$first}" : "lines {$first}–{$last}";
    }

    /** The same insertion told from further left, where a whole line was put in: which of two like stretches is the new one cannot be seen. */
    private static function fromStartOfLine(Splice $splice, string $after): Splice
    {
        $inserted = $splice->inserted;
        for ($at = $splice->at; $splice->removed === 0 && $inserted !== '' && $at > 0 && $after[$at - 1] === $inserted[-1]; $at--) {
            if ($after[$at - 1] === "\n") {
                return new Splice($at, 0, $inserted);
            }
            $inserted = $inserted[-1].substr($inserted, 0, -1);
        }

        return $splice;
    }

    private static function short(string $text): string
    {
        $text = trim((string) preg_replace('~\s+~u', ' ', $text));

        return mb_strlen($text) > self::SHOWN_CHARACTERS ? mb_substr($text, 0, self::SHOWN_CHARACTERS - 1).'…' : $text;
    }
}
