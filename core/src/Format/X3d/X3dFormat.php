<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\X3d;

use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Editing\XmlEditing;
use Hafenbuch\Core\Format\Format;
use Hafenbuch\Core\Format\Language;
use Hafenbuch\Core\Format\Lexer\DecodedText;
use Hafenbuch\Core\Format\Lexer\Faults;
use Hafenbuch\Core\Format\Lexer\XmlAttribute;
use Hafenbuch\Core\Format\Lexer\XmlLexer;
use Hafenbuch\Core\Format\Lexer\XmlReading;
use Hafenbuch\Core\Format\Lexer\XmlToken;
use Hafenbuch\Core\Format\Lexer\XmlTokenKind;
use Hafenbuch\Core\Format\Lexer\XmlWanted;
use Hafenbuch\Core\Format\Notation\Chain;
use Hafenbuch\Core\Format\Notation\XmlAttributeValue;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Format\Versioned;
use Hafenbuch\Core\Format\WrittenInItsLanguage;
use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** X3D in its XML encoding (ISO/IEC 19775-1, section 9.4.2 for X3DUrlObject; ISO/IEC 19776-1 for the encoding). */
final class X3dFormat implements Format, Versioned
{
    use WrittenInItsLanguage;

    /** Nodes with a `url` field, and what such a reference is called. */
    private const URL_NODES = [
        'Inline' => 'inline', 'ImageTexture' => 'texture', 'ImageTexture3D' => 'texture', 'ImageCubeMapTexture' => 'texture',
        'MovieTexture' => 'movie', 'AudioClip' => 'sound', 'BufferAudioSource' => 'sound', 'GeoMetadata' => 'link', 'FontLibrary' => 'font', 'Anchor' => 'link', 'ExternProtoDeclare' => 'prototype',
        'Script' => 'script', 'ShaderPart' => 'shader', 'ShaderProgram' => 'shader', 'PackagedShader' => 'shader',
    ];

    /** Other fields that hold addresses (sections 24.4 and 25.4). */
    private const OTHER_FIELDS = [
        'Background' => ['frontUrl', 'backUrl', 'leftUrl', 'rightUrl', 'topUrl', 'bottomUrl'],
        'GeoLOD' => ['rootUrl', 'child1Url', 'child2Url', 'child3Url', 'child4Url'],
    ];

    /** What gives a field of a prototype its value; by its name it is known to hold addresses (section 4.4.4). */
    private const VALUES = ['field', 'fieldValue'];

    public function name(): string
    {
        return 'X3D';
    }

    public function endings(): array
    {
        return ['x3d'];
    }

    public function language(): Language
    {
        return Language::Xml;
    }

    public function mediaType(): string
    {
        return 'model/x3d+xml';
    }

    public function read(string $bytes): ParsedContent
    {
        $faults = new Faults;
        $references = [];
        $fields = new X3dFields($bytes);
        foreach (XmlLexer::tokens($bytes, $this->wanted(), $faults) as $token) {
            if ($token->kind !== XmlTokenKind::StartTag && $token->kind !== XmlTokenKind::EmptyTag) {
                continue;
            }
            $fields->see($token);
            foreach ($this->urlAttributes($token) as [$kind, $attribute]) {
                array_push($references, ...$this->sites($bytes, $kind, $attribute));
            }
        }

        return XmlReading::of($bytes, $references, $fields->places(), $faults);
    }

    /** ISO/IEC 19775-1:2023 */
    public function newestVersion(): string
    {
        return '4.0';
    }

    public function versionOf(string $bytes): ?string
    {
        return Pattern::matches('~<X3D\b[^>]*?\bversion\s*=\s*["\\\']([\d.]+)~', $bytes, $found) ? $found[1] : null;
    }

    public function blank(string $title): string
    {
        $content = (new XmlAttributeValue('"'))->encode($title);

        return <<<X3D
            <?xml version="1.0" encoding="UTF-8"?>
            <X3D profile="Interchange" version="4.0">
              <head>
                <meta name="title" content="{$content}"/>
              </head>
              <Scene>
              </Scene>
            </X3D>

            X3D;
    }

    public function editing(): ReferenceEditing
    {
        $value = new Chain(new MfString, new XmlAttributeValue("'"));

        return new MfStringEditing(new XmlEditing([
            'inline' => ['parent' => 'Scene', 'before' => "<Inline url='\"", 'notation' => $value, 'after' => "\"'/>"],
            'sound' => ['parent' => 'Scene', 'before' => "<Sound><AudioClip url='\"", 'notation' => $value, 'after' => "\"'/></Sound>"],
            'texture' => ['parent' => 'Scene', 'before' => "<Shape><Appearance><ImageTexture url='\"", 'notation' => $value, 'after' => "\"'/></Appearance><Box/></Shape>"],
        ]));
    }

    private function wanted(): XmlWanted
    {
        static $wanted = null;

        return $wanted ??= XmlWanted::elements([...array_keys(self::URL_NODES), ...array_keys(self::OTHER_FIELDS), ...self::VALUES, 'head', 'meta']);
    }

    /** @return list<array{string, XmlAttribute}> */
    private function urlAttributes(XmlToken $tag): array
    {
        $found = [];
        $url = isset(self::URL_NODES[$tag->name]) ? $tag->attribute('url') : null;
        if ($url !== null) {
            $found[] = [self::URL_NODES[$tag->name], $url];
        }
        $value = in_array($tag->name, self::VALUES, true) ? $tag->attribute('value') : null;
        $name = $value === null ? null : $tag->attribute('name');
        if ($value !== null && $name !== null && str_ends_with(strtolower($tag->written($name)), 'url')) {
            $found[] = ['value', $value];
        }
        foreach (self::OTHER_FIELDS[$tag->name] ?? [] as $field) {
            $attribute = $tag->attribute($field);
            if ($attribute !== null) {
                $found[] = [$tag->name === 'Background' ? 'texture' : 'inline', $attribute];
            }
        }

        return $found;
    }

    /** @return list<ReferenceSite> */
    private function sites(string $bytes, string $kind, XmlAttribute $attribute): array
    {
        $outer = new XmlAttributeValue($attribute->quote);
        $value = DecodedText::xml(substr($bytes, $attribute->offset, $attribute->length), $attribute->offset);
        if (! str_contains($value->text, '"')) {
            $text = trim($value->text, " \t\r\n");
            $start = strspn($value->text, " \t\r\n");

            return $text === '' ? [] : [$this->site($bytes, $kind, $value, $start, strlen($text), new Chain(new BareUrl, $outer))];
        }
        Pattern::matchAll(MfString::PATTERN, $value->text, $strings, PREG_OFFSET_CAPTURE);
        $sites = [];
        foreach ($strings[1] as [$string, $start]) {
            $sites[] = $this->site($bytes, $kind, $value, $start, strlen($string), new Chain(new MfString, $outer));
        }

        return $sites;
    }

    private function site(string $bytes, string $kind, DecodedText $value, int $start, int $length, Notation $notation): ReferenceSite
    {
        $offset = $value->fileOffset($start);
        $end = $length === 0 ? $offset : $value->fileOffset($start + $length);

        return new ReferenceSite($kind, $offset, $end - $offset, $notation->decode(substr($bytes, $offset, $end - $offset)), $notation);
    }
}
