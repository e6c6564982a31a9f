<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Html;

use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Format;
use Hafenbuch\Core\Format\Language;
use Hafenbuch\Core\Format\Lexer\CssUrls;
use Hafenbuch\Core\Format\Lexer\DecodedText;
use Hafenbuch\Core\Format\Lexer\Faults;
use Hafenbuch\Core\Format\Lexer\HtmlLexer;
use Hafenbuch\Core\Format\Lexer\HtmlTag;
use Hafenbuch\Core\Format\Lexer\HtmlWanted;
use Hafenbuch\Core\Format\Lexer\XmlAttribute;
use Hafenbuch\Core\Format\Lexer\XmlReading;
use Hafenbuch\Core\Format\Notation\Chain;
use Hafenbuch\Core\Format\Notation\HtmlAttributeValue;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Reference\FieldSite;
use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/**
 * HTML (the standard's index of attributes): every attribute that holds a URL, srcset, style attributes and elements.
 * A base element is no reference of its own; it says where the others begin. The same places count where it is written as XML.
 */
final class HtmlFormat implements Format
{
    private const NAMESPACE = 'http://www.w3.org/1999/xhtml';

    /** The root element stands within so many bytes. */
    private const HEAD_BYTES = 4096;

    /** Of SVG within HTML: elements that point at something to be drawn. */
    private const DRAWN = ['use' => 'image', 'image' => 'image', 'feimage' => 'image', 'lineargradient' => 'style', 'radialgradient' => 'style', 'pattern' => 'style', 'textpath' => 'style', 'mpath' => 'style'];

    /** What a page says of itself to those who show it elsewhere (https://ogp.me; Twitter's cards). */
    private const SHOWN = ['og:image', 'og:image:url', 'og:image:secure_url', 'og:video', 'og:video:url', 'og:audio', 'og:audio:url', 'twitter:image', 'twitter:image:src', 'twitter:player:stream'];

    /** Attribute to the elements on which it is a URL, and what such a reference is called. */
    private const URLS = [
        'href' => ['a' => 'link', 'area' => 'link', 'link' => 'resource', ...self::DRAWN],
        // The parser gives the prefix no meaning of its own (section 13.2.6.5).
        'xlink:href' => ['a' => 'link', ...self::DRAWN],
        'src' => ['frame' => 'frame', 'img' => 'image', 'audio' => 'sound', 'video' => 'movie', 'source' => 'media', 'track' => 'captions', 'embed' => 'embedded', 'iframe' => 'frame', 'input' => 'image', 'script' => 'script'],
        'action' => ['form' => 'form'],
        'formaction' => ['button' => 'form', 'input' => 'form'],
        'cite' => ['blockquote' => 'source', 'q' => 'source', 'ins' => 'source', 'del' => 'source'],
        'data' => ['object' => 'embedded'],
        'poster' => ['video' => 'image'],
        'background' => ['body' => 'image', 'table' => 'image', 'td' => 'image', 'th' => 'image'],
        'longdesc' => ['img' => 'link', 'frame' => 'link', 'iframe' => 'link'],
    ];

    private const SETS = ['srcset' => ['img' => 'image', 'source' => 'image'], 'imagesrcset' => ['link' => 'image']];

    /** @param bool $isXml whether its files are XML by their name (HTML Standard, section 14) */
    public function __construct(private readonly bool $isXml = false) {}

    public function name(): string
    {
        return $this->isXml ? 'XHTML' : 'HTML';
    }

    public function endings(): array
    {
        return $this->isXml ? ['xhtml', 'xht'] : ['html', 'htm'];
    }

    public function language(): Language
    {
        return Language::Html;
    }

    public function mediaType(): string
    {
        return $this->isXml ? 'application/xhtml+xml' : 'text/html';
    }

    public function placeholder(string $line): string
    {
        return $this->language()->written($line);
    }

    public function read(string $bytes): ParsedContent
    {
        $references = [];
        $fields = [];
        $base = null;
        $isXml = $this->isXml || self::isXml($bytes);
        foreach (HtmlLexer::tags($bytes, $this->wanted(), $isXml) as $tag) {
            array_push($references, ...$this->inTag($bytes, $tag));
            if ($tag->name === 'meta') {
                array_push($references, ...$this->inMeta($bytes, $tag));
            }
            if ($tag->name === 'style') {
                $style = DecodedText::verbatim(substr($bytes, $tag->end, $tag->rawLength), $tag->end);
                array_push($references, ...$this->styleSites($bytes, $style, new RawText('style')));
            } elseif ($tag->name === 'base' && isset($tag->attributes['href'])) {
                $base ??= $this->attributeSite('base', $bytes, $tag->attributes['href'])->raw;
            } else {
                foreach ($this->fields($bytes, $tag) as $field) {
                    $fields[$field->name] ??= $field;
                }
            }
        }

        return $isXml ? XmlReading::of($bytes, $references, array_values($fields), new Faults, $base) : ParsedContent::of($references, array_values($fields), $base);
    }

    public function blank(string $title): string
    {
        $text = (new RcData)->encode($title);

        [$root, $slash] = $this->isXml ? [' xmlns="'.self::NAMESPACE.'"', '/'] : ['', ''];

        return <<<HTML
            <!doctype html>
            <html{$root} lang="en">
            <head>
            <meta charset="utf-8"{$slash}>
            <title>{$text}</title>
            </head>
            <body>
            </body>
            </html>

            HTML;
    }

    public function editing(): ReferenceEditing
    {
        return new HtmlEditing($this->isXml);
    }

    /** Whether a content says by itself that it is XML, whatever its name. */
    public static function isXml(string $bytes): bool
    {
        $head = substr($bytes, 0, self::HEAD_BYTES);

        return Pattern::matches('~\A(?:\xEF\xBB\xBF)?<\?xml\s~', $head) && str_contains($head, self::NAMESPACE);
    }

    private function wanted(): HtmlWanted
    {
        static $wanted = null;

        return $wanted ??= HtmlWanted::of(['base', 'meta'], [...array_keys(self::URLS), ...array_keys(self::SETS), 'style']);
    }

    /** @return list<ReferenceSite> */
    private function inTag(string $bytes, HtmlTag $tag): array
    {
        $sites = [];
        foreach ($tag->attributes as $name => $attribute) {
            $kind = self::URLS[$name][$tag->name] ?? null;
            $setKind = self::SETS[$name][$tag->name] ?? null;
            if ($kind !== null) {
                $sites[] = $this->attributeSite($kind, $bytes, $attribute);
            } elseif ($setKind !== null) {
                array_push($sites, ...$this->setSites($setKind, $bytes, $attribute));
            } elseif ($name === 'style') {
                array_push($sites, ...$this->styleSites($bytes, $this->decoded($bytes, $attribute), new HtmlAttributeValue($attribute->quote)));
            }
        }

        return $sites;
    }

    /** @return list<ReferenceSite> where a page leads on by itself (section 4.2.5.3), and what it is shown by */
    private function inMeta(string $bytes, HtmlTag $tag): array
    {
        $content = $tag->attributes['content'] ?? null;
        if ($content === null) {
            return [];
        }
        $said = static fn (string $name): string => isset($tag->attributes[$name]) ? strtolower(substr($bytes, $tag->attributes[$name]->offset, $tag->attributes[$name]->length)) : '';
        if (in_array($said('property'), self::SHOWN, true) || in_array($said('name'), self::SHOWN, true)) {
            return [$this->attributeSite('image', $bytes, $content)];
        }
        $value = $this->decoded($bytes, $content);
        if ($said('http-equiv') !== 'refresh' || ! Pattern::matches('~^\s*+[0-9.]*+[;,\s]\s*+(?:url\s*+=\s*+)?+(?:"([^"]++)|\'([^\']++)|([^"\'\s].*))~is', $value->text, $match, PREG_OFFSET_CAPTURE | PREG_UNMATCHED_AS_NULL)) {
            return [];
        }
        [$address, $at] = $match[1][0] !== null ? $match[1] : ($match[2][0] !== null ? $match[2] : $match[3]);
        $address = rtrim((string) $address);

        return $address === '' ? [] : [$this->innerSite('link', $bytes, $value, $at, strlen($address), new HtmlAttributeValue($content->quote))];
    }

    /** @return list<FieldSite> */
    private function fields(string $bytes, HtmlTag $tag): array
    {
        if ($tag->name === 'title') {
            $text = substr($bytes, $tag->end, $tag->rawLength);
            $start = $tag->end + strspn($text, " \t\r\n");
            $length = strlen(trim($text, " \t\r\n"));
            $notation = new RcData;

            return [new FieldSite(FieldSite::TITLE, $start, $length, $notation->decode(substr($bytes, $start, $length)), $notation)];
        }
        $name = $tag->name === 'meta' ? ($tag->attributes['name'] ?? null) : null;
        $content = $tag->attributes['content'] ?? null;
        if ($name !== null && $content !== null && strtolower(substr($bytes, $name->offset, $name->length)) === 'description') {
            $notation = new HtmlAttributeValue($content->quote);

            return [new FieldSite(FieldSite::DESCRIPTION, $content->offset, $content->length, $notation->decode(substr($bytes, $content->offset, $content->length)), $notation)];
        }

        return [];
    }

    private function decoded(string $bytes, XmlAttribute $attribute): DecodedText
    {
        return DecodedText::html(substr($bytes, $attribute->offset, $attribute->length), $attribute->offset);
    }

    private function attributeSite(string $kind, string $bytes, XmlAttribute $attribute): ReferenceSite
    {
        $notation = new HtmlAttributeValue($attribute->quote);

        return new ReferenceSite($kind, $attribute->offset, $attribute->length, $notation->decode(substr($bytes, $attribute->offset, $attribute->length)), $notation);
    }

    /**
     * Image candidates (section 4.8.4.2.1): an address up to white space, then descriptors up to a comma.
     *
     * @return list<ReferenceSite>
     */
    private function setSites(string $kind, string $bytes, XmlAttribute $attribute): array
    {
        $value = $this->decoded($bytes, $attribute);
        Pattern::matchAll('~\G[\s,]*+([^\s,](?:\S*[^\s,])?)(?:,|\s++[^,(]*+(?:\([^)]*+(?:\)|\z)[^,(]*+)*+,?|$)~', $value->text, $candidates, PREG_OFFSET_CAPTURE);
        $sites = [];
        foreach ($candidates[1] as [$address, $start]) {
            $sites[] = $this->innerSite($kind, $bytes, $value, $start, strlen($address), new Chain(new SrcsetAddress, new HtmlAttributeValue($attribute->quote)));
        }

        return $sites;
    }

    /** @return list<ReferenceSite> */
    private function styleSites(string $bytes, DecodedText $style, Notation $outer): array
    {
        $sites = [];
        foreach (CssUrls::find($style->text) as $url) {
            $sites[] = $this->innerSite($url->isImport ? 'import' : 'style', $bytes, $style, $url->offset, $url->length, new Chain($url->notation, $outer));
        }

        return $sites;
    }

    private function innerSite(string $kind, string $bytes, DecodedText $text, int $start, int $length, Notation $notation): ReferenceSite
    {
        $offset = $text->fileOffset($start);
        $end = $length === 0 ? $offset : $text->fileOffset($start + $length);

        return new ReferenceSite($kind, $offset, $end - $offset, $notation->decode(substr($bytes, $offset, $end - $offset)), $notation);
    }
}
