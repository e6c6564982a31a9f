<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Html;

use Hafenbuch\Core\Format\Lexer\Faults;
use Hafenbuch\Core\Format\Lexer\JsonLexer;
use Hafenbuch\Core\Format\Notation\Chain;
use Hafenbuch\Core\Format\Notation\JsonStringValue;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** Addresses in script elements that hold data and no program: import maps (HTML Standard, section 8.1.5.1) and JSON-LD (its section 9). */
final class ScriptData
{
    /** By the element’s type: where an address stands, by its pointer, and what such a reference is called. */
    private const PLACES = [
        'importmap' => ['~^/(?:imports|scopes/[^/]*)/[^/]*$~', 'script'],
        'application/ld+json' => ['~/(?:image|url|contentUrl|thumbnailUrl|logo)(?:/\d+)?$~', 'link'],
    ];

    /**
     * @param  string  $type  in lower case
     * @param  int  $offset  of the script in the content
     * @return list<ReferenceSite>
     */
    public static function in(string $type, string $script, int $offset): array
    {
        [$place, $kind] = self::PLACES[$type] ?? [null, ''];
        $sites = [];
        $notation = new Chain(new JsonStringValue, new RawText('script'));
        foreach ($place === null ? [] : JsonLexer::read($script, faults: new Faults)->strings as $pointer => $string) {
            if (Pattern::matches($place, (string) $pointer)) {
                $sites[] = new ReferenceSite($kind, $offset + $string->offset, $string->length, $notation->decode(substr($script, $string->offset, $string->length)), $notation);
            }
        }

        return $sites;
    }
}
