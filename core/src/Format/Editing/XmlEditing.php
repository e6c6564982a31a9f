<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Editing;

use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Format\Lexer\XmlLexer;
use Hafenbuch\Core\Format\Lexer\XmlToken;
use Hafenbuch\Core\Format\Lexer\XmlTokenKind;
use Hafenbuch\Core\Format\Notation\Inserted;
use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\ReferenceSite;

/** References that stand in elements: a new one is the last child of a parent; one that goes takes its element along if that holds no other. */
final readonly class XmlEditing implements ReferenceEditing
{
    /**
     * @param  array<string, array{parent: string, before: string, notation: Notation, after: string}>  $openings  by kind; `%` in after is the label
     * @param  array<string, string>  $units  element to the element around it that goes with it
     * @param  ?Notation  $label  how the label is written
     */
    public function __construct(private array $openings, private array $units = [], private ?Notation $label = null) {}

    public function openings(string $bytes, string $label): array
    {
        $sites = [];
        foreach ($this->openings as $kind => $opening) {
            $end = $this->lastEnd($bytes, $opening['parent']);
            if ($end === null) {
                continue;
            }
            $prefix = substr($end->name, 0, -strlen($end->localName()));
            $indent = $this->indentBefore($bytes, $end->offset);
            $own = str_replace('<', '<'.$prefix, $opening['before']);
            $after = str_replace(['%', '</'], [$this->label?->encode($label) ?? '', '</'.$prefix], $opening['after']);
            $notation = $indent === null
                ? new Inserted($own, $opening['notation'], $after)
                : new Inserted('  '.$own, $opening['notation'], $after."\n".$indent);
            $sites[] = new ReferenceSite($kind, $end->offset, 0, '', $notation);
        }

        return $sites;
    }

    public function removal(string $bytes, ReferenceSite $site): ?array
    {
        $around = $this->around($bytes, $site->offset);
        if ($around === []) {
            return null;
        }
        [$start, $end, $isLeaf] = $around[array_key_last($around)];
        if ($site->kind === 'style') {
            return (new StyleEditing)->removal($bytes, $site);
        }
        $unit = $this->units[$start->localName()] ?? null;
        if ($unit !== null) {
            foreach (array_reverse($around) as [$outerStart, $outerEnd]) {
                if ($outerStart->localName() === $unit) {
                    return [Removal::of($bytes, $outerStart->offset, $outerEnd)];
                }
            }
        }
        if ($isLeaf) {
            return [Removal::of($bytes, $start->offset, $end)];
        }
        foreach ($start->attributes() as $attribute) {
            if ($site->offset >= $attribute->offset && $site->offset <= $attribute->offset + $attribute->length) {
                $from = (int) strrpos(substr($bytes, 0, $attribute->offset), $attribute->name);
                $space = strspn(strrev(substr($bytes, $start->offset, $from - $start->offset)), " \t\r\n");

                return [new Change($from - $space, $attribute->offset + $attribute->length + 1 - $from + $space)];
            }
        }

        return null;
    }

    private function lastEnd(string $bytes, string $parent): ?XmlToken
    {
        foreach (array_reverse(XmlLexer::tokens($bytes)) as $token) {
            if ($token->kind === XmlTokenKind::EndTag && $token->localName() === $parent) {
                return $token;
            }
        }

        return null;
    }

    /**
     * The elements and instructions around a byte, outermost first.
     *
     * @return list<array{XmlToken, int, bool}> each with where it ends and whether it holds no element
     */
    private function around(string $bytes, int $offset): array
    {
        $open = [];
        $found = [];
        foreach (XmlLexer::tokens($bytes) as $token) {
            if ($token->kind === XmlTokenKind::StartTag || $token->kind === XmlTokenKind::EmptyTag) {
                if ($open !== []) {
                    $open[array_key_last($open)][1] = false;
                }
            }
            if ($token->kind === XmlTokenKind::StartTag) {
                $open[] = [$token, true];
            } elseif ($token->kind === XmlTokenKind::EndTag) {
                [$start, $isLeaf] = array_pop($open) ?? [$token, true];
                if ($start->offset < $offset && $offset <= $token->end()) {
                    array_unshift($found, [$start, $token->end(), $isLeaf]);
                }
            } elseif ($token->kind === XmlTokenKind::EmptyTag || $token->kind === XmlTokenKind::ProcessingInstruction) {
                if ($token->offset < $offset && $offset <= $token->end()) {
                    $found[] = [$token, $token->end(), true];
                }
            }
        }

        return $found;
    }

    /** @return ?string the white space before a tag that is alone on its line; null: it is not alone */
    private function indentBefore(string $bytes, int $offset): ?string
    {
        $line = strrpos(substr($bytes, 0, $offset), "\n");
        $lead = substr($bytes, $line === false ? 0 : $line + 1, $offset - ($line === false ? 0 : $line + 1));

        return $line !== false && trim($lead, " \t") === '' ? $lead : null;
    }
}
