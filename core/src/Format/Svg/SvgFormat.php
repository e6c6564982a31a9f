<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Svg;

use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Editing\XmlEditing;
use Hafenbuch\Core\Format\Format;
use Hafenbuch\Core\Format\Html\HtmlPlaces;
use Hafenbuch\Core\Format\Language;
use Hafenbuch\Core\Format\Lexer\CssUrls;
use Hafenbuch\Core\Format\Lexer\DecodedText;
use Hafenbuch\Core\Format\Lexer\Faults;
use Hafenbuch\Core\Format\Lexer\HtmlTag;
use Hafenbuch\Core\Format\Lexer\XmlAttribute;
use Hafenbuch\Core\Format\Lexer\XmlLexer;
use Hafenbuch\Core\Format\Lexer\XmlReading;
use Hafenbuch\Core\Format\Lexer\XmlToken;
use Hafenbuch\Core\Format\Lexer\XmlTokenKind;
use Hafenbuch\Core\Format\Lexer\XmlWanted;
use Hafenbuch\Core\Format\Notation\CData;
use Hafenbuch\Core\Format\Notation\Chain;
use Hafenbuch\Core\Format\Notation\XmlAttributeValue;
use Hafenbuch\Core\Format\Notation\XmlText;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Format\Versioned;
use Hafenbuch\Core\Format\WrittenInItsLanguage;
use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** Scalable Vector Graphics (SVG 2, chapter 16.1 for URL references; xml-stylesheet by Associating Style Sheets with XML 1.0). */
final class SvgFormat implements Format, Versioned
{
    use WrittenInItsLanguage;

    /** Elements whose `href` or `xlink:href` is a URL, and what such a reference is called. */
    private const HREF_KINDS = [
        'image' => 'image',
        'use' => 'use',
        'a' => 'link',
        'feImage' => 'filter image',
        'linearGradient' => 'gradient',
        'radialGradient' => 'gradient',
        'pattern' => 'pattern',
        'textPath' => 'text path',
        'mpath' => 'motion path',
        'script' => 'script',
        // Of SVG 1.1 (section 16.2, chapters 19 and 20).
        'filter' => 'filter',
        'cursor' => 'cursor',
        'tref' => 'text',
        'color-profile' => 'colour profile',
        'font-face-uri' => 'font',
        'altGlyph' => 'font',
        'glyphRef' => 'font',
        // XInclude 1.0, section 3.1
        'include' => 'include',
    ];

    /** Of HTML, which may stand in a drawing (SVG 2, chapter 12): elements that hold addresses. */
    private const HTML = ['img', 'iframe', 'video', 'audio', 'source', 'track', 'embed', 'object', 'input', 'link', 'form'];

    /** Attributes that take url(): the presentation attributes of SVG 2, appendix “Property index”, and style. */
    private const PAINTED = [
        'style' => true, 'fill' => true, 'stroke' => true, 'filter' => true, 'mask' => true, 'cursor' => true,
        'clip-path' => true, 'marker' => true, 'marker-start' => true, 'marker-mid' => true, 'marker-end' => true,
        'mask-image' => true, 'shape-inside' => true, 'shape-subtract' => true,
    ];

    public function name(): string
    {
        return 'SVG';
    }

    public function endings(): array
    {
        return ['svg'];
    }

    public function language(): Language
    {
        return Language::Xml;
    }

    public function mediaType(): string
    {
        return 'image/svg+xml';
    }

    public function read(string $bytes): ParsedContent
    {
        $faults = new Faults;
        $references = [];
        $inStyle = false;
        $fields = new SvgFields($bytes);
        foreach (XmlLexer::tokens($bytes, $this->wanted(), $faults) as $token) {
            $fields->see($token);
            switch ($token->kind) {
                case XmlTokenKind::StartTag:
                case XmlTokenKind::EmptyTag:
                    array_push($references, ...$this->inTag($bytes, $token));
                    $inStyle = $token->kind === XmlTokenKind::StartTag && $token->localName() === 'style';
                    break;
                case XmlTokenKind::EndTag:
                case XmlTokenKind::Elements:
                    $inStyle = false;
                    break;
                case XmlTokenKind::Text:
                case XmlTokenKind::CData:
                    if ($inStyle) {
                        array_push($references, ...$this->inStyleElement($bytes, $token));
                    }
                    break;
                case XmlTokenKind::ProcessingInstruction:
                    $href = $token->name === 'xml-stylesheet' ? $token->attribute('href') : null;
                    if ($href !== null) {
                        $references[] = $this->attributeSite('stylesheet', $bytes, $href);
                    }
                    break;
                default:
            }
        }

        return XmlReading::based($bytes, $references, $fields->places(), $faults);
    }

    /** SVG 2; SVG 1.1, section 5.1.2 (version) */
    public function newestVersion(): string
    {
        return '2.0';
    }

    public function versionOf(string $bytes): ?string
    {
        return Pattern::matches('~<svg\b[^>]*?\bversion\s*=\s*["\\\']([\d.]+)~', $bytes, $found) ? $found[1] : null;
    }

    public function blank(string $title): string
    {
        return '<?xml version="1.0" encoding="UTF-8"?>'."\n"
            .'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 640 400">'."\n"
            .'  <title>'.(new XmlText)->encode($title).'</title>'."\n"
            .'</svg>'."\n";
    }

    public function editing(): ReferenceEditing
    {
        $value = new XmlAttributeValue('"');

        return new XmlEditing([
            'image' => ['parent' => 'svg', 'before' => '<image href="', 'notation' => $value, 'after' => '" width="100" height="100"/>'],
            'use' => ['parent' => 'svg', 'before' => '<use href="', 'notation' => $value, 'after' => '"/>'],
            'link' => ['parent' => 'svg', 'before' => '<a href="', 'notation' => $value, 'after' => '"><text y="20">%</text></a>'],
        ], [], new XmlText);
    }

    private function wanted(): XmlWanted
    {
        static $wanted = null;

        return $wanted ??= XmlWanted::elements([...array_keys(self::HREF_KINDS), ...self::HTML, 'style'], ['title', 'desc'], withUrls: true);
    }

    /** @return list<ReferenceSite> */
    private function inTag(string $bytes, XmlToken $tag): array
    {
        if (in_array($tag->localName(), self::HTML, true)) {
            return self::inHtml($bytes, $tag);
        }
        $kind = self::HREF_KINDS[$tag->localName()] ?? null;
        // Most tags of a drawing are shapes that point at nothing; url may be written with entities.
        $text = substr($bytes, $tag->innerOffset, $tag->innerLength);
        if ($kind === null && stripos($text, 'url(') === false && ! str_contains($text, '&')) {
            return [];
        }
        $sites = [];
        foreach ($tag->attributes() as $attribute) {
            if ($kind !== null && $attribute->localName() === 'href') {
                $sites[] = $this->attributeSite($kind, $bytes, $attribute);
            } elseif (isset(self::PAINTED[$attribute->name])) {
                $value = DecodedText::xml(substr($bytes, $attribute->offset, $attribute->length), $attribute->offset);
                array_push($sites, ...$this->styleSites($bytes, $value, new XmlAttributeValue($attribute->quote)));
            }
        }

        return $sites;
    }

    /** @return list<ReferenceSite> */
    private static function inHtml(string $bytes, XmlToken $tag): array
    {
        $attributes = [];
        foreach ($tag->attributes() as $attribute) {
            $attributes[$attribute->name] = $attribute;
        }

        return (new HtmlPlaces($bytes, true))->inTag(new HtmlTag($tag->localName(), $tag->offset, $tag->end(), $attributes));
    }

    /** @return list<ReferenceSite> */
    private function inStyleElement(string $bytes, XmlToken $token): array
    {
        $inner = substr($bytes, $token->innerOffset, $token->innerLength);

        return $token->kind === XmlTokenKind::CData
            ? $this->styleSites($bytes, DecodedText::verbatim($inner, $token->innerOffset), new CData)
            : $this->styleSites($bytes, DecodedText::xml($inner, $token->innerOffset), new XmlText);
    }

    /** @return list<ReferenceSite> */
    private function styleSites(string $bytes, DecodedText $style, Notation $outer): array
    {
        $sites = [];
        foreach (CssUrls::find($style->text) as $url) {
            $offset = $style->fileOffset($url->offset);
            $length = $style->fileOffset($url->offset + $url->length) - $offset;
            $notation = new Chain($url->notation, $outer);
            $sites[] = new ReferenceSite(
                $url->isImport ? 'import' : 'style',
                $offset,
                $length,
                $notation->decode(substr($bytes, $offset, $length)),
                $notation,
            );
        }

        return $sites;
    }

    private function attributeSite(string $kind, string $bytes, XmlAttribute $attribute): ReferenceSite
    {
        $notation = new XmlAttributeValue($attribute->quote);

        return new ReferenceSite(
            $kind,
            $attribute->offset,
            $attribute->length,
            $notation->decode(substr($bytes, $attribute->offset, $attribute->length)),
            $notation,
        );
    }
}
