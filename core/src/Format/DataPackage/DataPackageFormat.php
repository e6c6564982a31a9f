<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\DataPackage;

use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Format;
use Hafenbuch\Core\Format\Language;
use Hafenbuch\Core\Format\Lexer\Faults;
use Hafenbuch\Core\Format\Lexer\JsonLexer;
use Hafenbuch\Core\Format\Lexer\JsonText;
use Hafenbuch\Core\Format\Notation\Inserted;
use Hafenbuch\Core\Format\Notation\JsonStringValue;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Format\WrittenInItsLanguage;
use Hafenbuch\Core\Reference\AddressStyle;
use Hafenbuch\Core\Reference\FieldSite;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** Data Package descriptors, version 1 and 2 (Data Resource, “path” and “schema”): a path is a URL or a POSIX path as it is. */
final class DataPackageFormat implements Format
{
    use WrittenInItsLanguage;

    private const KINDS = [
        '~^/resources/\d+/path(?:/\d+)?$~' => 'data',
        '~^/resources/\d+/schema$~' => 'schema',
        '~^/resources/\d+/dialect$~' => 'dialect',
        '~^/(?:resources/\d+/)?(?:profile|\$schema)$~' => 'profile',
        '~^/(?:resources/\d+/)?licenses/\d+/path$~' => 'licence',
        '~^/(?:resources/\d+/)?sources/\d+/path$~' => 'source',
        '~^/image$~' => 'image',
    ];

    private const FIELDS = ['title' => FieldSite::TITLE, 'description' => FieldSite::DESCRIPTION];

    public function name(): string
    {
        return 'Data Package';
    }

    public function endings(): array
    {
        return ['datapackage.json'];
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
        $faults = new Faults;
        $json = JsonLexer::read($bytes, faults: $faults);
        $notation = new JsonStringValue;
        $references = [];
        foreach ($json->strings as $pointer => $string) {
            foreach (self::KINDS as $pattern => $kind) {
                if (Pattern::matches($pattern, (string) $pointer)) {
                    $raw = $notation->decode(substr($bytes, $string->offset, $string->length));
                    // A profile can be one of those that have a name (Data Package 1, “profile”).
                    if ($kind === 'profile' && ! Pattern::matches('~[/.]~', $raw)) {
                        continue;
                    }
                    $style = Pattern::matches('~^[a-z][a-z0-9+.\-]+://~i', $raw) ? AddressStyle::Uri : AddressStyle::PlainPath;
                    $references[] = new ReferenceSite($kind, $string->offset, $string->length, $raw, $notation, $style, AddressStyle::PlainPath);
                }
            }
        }

        return ParsedContent::of($references, $this->fields($bytes, $json), note: $faults->words());
    }

    public function blank(string $title): string
    {
        return json_encode(['title' => $title, 'resources' => []], JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR)."\n";
    }

    public function editing(): ReferenceEditing
    {
        return new DataPackageEditing;
    }

    /** @return list<FieldSite> */
    private function fields(string $bytes, JsonText $json): array
    {
        $notation = new JsonStringValue;
        $fields = [];
        foreach (self::FIELDS as $key => $name) {
            $string = $json->strings['/'.$key] ?? null;
            if ($string !== null) {
                $fields[] = new FieldSite($name, $string->offset, $string->length, $notation->decode(substr($bytes, $string->offset, $string->length)), $notation);
            } elseif ($json->rootOffset !== null && ! $json->rootIsEmpty) {
                $fields[] = new FieldSite($name, $json->rootOffset, 0, '', new Inserted("\n    \"{$key}\": \"", $notation, '",'));
            }
        }

        return $fields;
    }
}
