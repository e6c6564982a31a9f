<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Gltf;

use Hafenbuch\Core\Format\Bulky;
use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Language;
use Hafenbuch\Core\Format\Lexer\Faults;
use Hafenbuch\Core\Format\Lexer\JsonLexer;
use Hafenbuch\Core\Format\Lexer\JsonWanted;
use Hafenbuch\Core\Format\Notation\JsonStringValue;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Format\Versioned;
use Hafenbuch\Core\Format\WrittenInItsLanguage;
use Hafenbuch\Core\Reference\FieldSite;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** glTF 2.0 in JSON (sections 3.6.1.1 and 3.8.3): the `uri` of buffers and images. The first scene's name serves as title. */
final class GltfFormat implements Bulky, Versioned
{
    use WrittenInItsLanguage;

    /** In version 1.0 these are objects, whose members have names. */
    private const PLACES = '~^/(?:(buffers|images|shaders)/[^/]+|(?:.*/)?(extensions)/.*)/(?:uri|schemaUri)$~';

    private const KINDS = ['buffers' => 'buffer', 'images' => 'texture', 'shaders' => 'shader', 'extensions' => 'resource'];

    public function name(): string
    {
        return 'glTF';
    }

    public function endings(): array
    {
        return ['gltf'];
    }

    public function language(): Language
    {
        return Language::Json;
    }

    public function mediaType(): string
    {
        return 'model/gltf+json';
    }

    public function read(string $bytes): ParsedContent
    {
        $faults = new Faults;
        $notation = new JsonStringValue;
        $references = [];
        $fields = [];
        foreach (JsonLexer::read($bytes, $this->wanted(), $faults)->strings as $pointer => $string) {
            $raw = static fn (): string => $notation->decode(substr($bytes, $string->offset, $string->length));
            if (Pattern::matches(self::PLACES, (string) $pointer, $match)) {
                $references[] = new ReferenceSite(self::KINDS[end($match)], $string->offset, $string->length, $raw(), $notation);
            } elseif ($pointer === '/scenes/0/name') {
                $fields[] = new FieldSite(FieldSite::TITLE, $string->offset, $string->length, $raw(), $notation);
            }
        }

        return ParsedContent::of($references, $fields, note: $faults->words());
    }

    /** glTF 2.0, section 5.9.3 (asset.version) */
    public function newestVersion(): string
    {
        return '2.0';
    }

    public function versionOf(string $bytes): ?string
    {
        return Pattern::matches('~"asset"\s*:\s*\{[^{}]*"version"\s*:\s*"([\d.]+)"~', $bytes, $found) ? $found[1] : null;
    }

    public function blank(string $title): string
    {
        $name = (new JsonStringValue)->encode($title);

        return <<<GLTF
            {
                "asset": { "version": "2.0" },
                "scene": 0,
                "scenes": [{ "name": "{$name}", "nodes": [] }]
            }

            GLTF;
    }

    private function wanted(): JsonWanted
    {
        static $wanted = null;

        return $wanted ??= JsonWanted::keys(['uri', 'schemaUri', 'scenes']);
    }

    public function editing(): ReferenceEditing
    {
        return new GltfEditing;
    }
}
