<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Json;

use Hafenbuch\Core\Format\Bulky;
use Hafenbuch\Core\Format\Editing\NoEditing;
use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Language;
use Hafenbuch\Core\Format\Lexer\Faults;
use Hafenbuch\Core\Format\Lexer\JsonLexer;
use Hafenbuch\Core\Format\Lexer\JsonWanted;
use Hafenbuch\Core\Format\Notation\JsonStringValue;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Format\WrittenInItsLanguage;
use Hafenbuch\Core\Reference\ReferenceSite;

/** JSON whose objects refer to others by `$ref` (draft-pbryan-zyp-json-ref-03; JSON Schema 2020-12, section 8.2.3.1; OpenAPI 3.1, section 4.8.23). */
final class JsonFormat implements Bulky
{
    use WrittenInItsLanguage;

    private const KEY = '$ref';

    public function name(): string
    {
        return 'JSON';
    }

    public function endings(): array
    {
        return ['json'];
    }

    public function language(): Language
    {
        return Language::Json;
    }

    public function mediaType(): string
    {
        return 'application/json';
    }

    public function read(string $bytes): ParsedContent
    {
        // Most have none, and much that is called JSON has comments in it, of which nobody need be told then.
        if (! str_contains($bytes, self::KEY)) {
            return ParsedContent::leaf();
        }
        $faults = new Faults;
        $notation = new JsonStringValue;
        $references = [];
        foreach (JsonLexer::read($bytes, $this->wanted(), $faults)->strings as $pointer => $string) {
            if (str_ends_with((string) $pointer, '/'.self::KEY)) {
                $references[] = new ReferenceSite('reference', $string->offset, $string->length, $notation->decode(substr($bytes, $string->offset, $string->length)), $notation);
            }
        }

        return ParsedContent::of($references, note: $faults->words());
    }

    public function blank(string $title): string
    {
        return "{\n}\n";
    }

    public function editing(): ReferenceEditing
    {
        return new NoEditing;
    }

    private function wanted(): JsonWanted
    {
        static $wanted = null;

        return $wanted ??= JsonWanted::keys([self::KEY]);
    }
}
