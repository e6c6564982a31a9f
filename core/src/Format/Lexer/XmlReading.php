<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Reference\FieldSite;
use Hafenbuch\Core\Reference\Place;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/**
 * What was found in an XML content, and what of it others would read otherwise. Only the places that are asked for are lexed, so
 * whether the whole is well-formed is asked of libxml, which fetches nothing and keeps nothing of it.
 */
final class XmlReading
{
    /** A reference to an entity that a declaration would have to explain (XML 1.0, section 4.1). */
    private const ENTITY = '~&(?!(?:lt|gt|amp|quot|apos);)([A-Za-z_:\x80-\xff][A-Za-z0-9_:.\-\x80-\xff]*+);~';

    /** Of libxml: one value is larger than it takes; an entity may be declared in a document type that lies elsewhere. */
    private const NO_FAULTS = [1, 27];

    /** By libxml’s numbers (xmlParserErrors). */
    private const WORDS = [
        26 => 'An entity that is not declared',
        42 => 'An attribute that the tag has twice',
        64 => 'An XML declaration that is not at the start',
        68 => 'A name is due, behind “&” or “<”',
        201 => 'A prefix that is bound to no namespace',
        203 => 'An attribute that the tag has twice',
    ];

    /**
     * @param  list<ReferenceSite>  $references
     * @param  list<FieldSite>  $fields
     */
    public static function of(string $bytes, array $references, array $fields, Faults $faults, ?string $base = null): ParsedContent
    {
        return self::withoutEntities($bytes, $references, $fields, $base, $faults->words() ?? self::fault($bytes));
    }

    /**
     * The same, of a format in which `xml:base` counts.
     *
     * @param  list<ReferenceSite>  $references
     * @param  list<FieldSite>  $fields
     */
    public static function based(string $bytes, array $references, array $fields, Faults $faults): ParsedContent
    {
        $bases = XmlBases::in($bytes);
        $own = array_values(array_filter($references, $bases->holdFor(...)));
        $parsed = self::of($bytes, $own, $fields, $faults, $bases->base);

        return count($own) === count($references) ? $parsed : $parsed->noting('Addresses in elements with an xml:base of their own were not read.');
    }

    /**
     * @param  list<ReferenceSite>  $references
     * @param  list<FieldSite>  $fields
     */
    private static function withoutEntities(string $bytes, array $references, array $fields, ?string $base, ?string $note): ParsedContent
    {
        if (! str_contains($bytes, '&')) {
            return ParsedContent::of($references, $fields, $base, $note);
        }
        $entity = null;
        $isKnown = static function (Place $place) use ($bytes, &$entity): bool {
            $uses = Pattern::matches(self::ENTITY, substr($bytes, $place->offset, $place->length), $match);
            $entity ??= $uses ? $match[1] : null;

            return ! $uses;
        };
        $parsed = ParsedContent::of(array_values(array_filter($references, $isKnown)), array_values(array_filter($fields, $isKnown)), $base, $note);

        return $entity === null ? $parsed : $parsed->noting("What is written with the entity “{$entity}” was not read: it is declared elsewhere.");
    }

    /** @return ?string what makes it no XML, with line and column; null: nothing does */
    private static function fault(string $bytes): ?string
    {
        $parser = xml_parser_create_ns('UTF-8');
        $isWhole = xml_parse($parser, self::inUtf8($bytes), true);
        $code = xml_get_error_code($parser);
        if ($isWhole === 1 || in_array($code, self::NO_FAULTS, true)) {
            return null;
        }
        [$line, $column] = [xml_get_current_line_number($parser), xml_get_current_column_number($parser)];
        $words = self::WORDS[$code] ?? 'It is not well-formed'.(xml_error_string($code) === 'Unknown' ? '' : ': '.xml_error_string($code));

        return "{$words} (line {$line}, column {$column}). What stands around it was read.";
    }

    /** The text is in UTF-8 by now, whatever its declaration says of the file. */
    private static function inUtf8(string $bytes): string
    {
        return Pattern::matches('~\A(?:\xEF\xBB\xBF)?<\?xml\s[^>]*?(\bencoding\s*=\s*(?:"[^"]*"|\'[^\']*\'))~', $bytes, $match, PREG_OFFSET_CAPTURE)
            ? substr_replace($bytes, str_repeat(' ', strlen($match[1][0])), $match[1][1], strlen($match[1][0])) : $bytes;
    }
}
