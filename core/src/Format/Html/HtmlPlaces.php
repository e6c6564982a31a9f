<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Html;

use Hafenbuch\Core\Format\Lexer\CssUrls;
use Hafenbuch\Core\Format\Lexer\DecodedText;
use Hafenbuch\Core\Format\Lexer\HtmlLexer;
use Hafenbuch\Core\Format\Lexer\HtmlTag;
use Hafenbuch\Core\Format\Lexer\HtmlWanted;
use Hafenbuch\Core\Format\Lexer\XmlAttribute;
use Hafenbuch\Core\Format\Notation\Chain;
use Hafenbuch\Core\Format\Notation\HtmlAttributeValue;
use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** Where HTML holds addresses: in attributes, style sheets, scripts that are data, and pages within the page. */
final readonly class HtmlPlaces
{
    /** Pages within one another’s srcdoc; deeper ones are left alone. */
    private const DEEPEST = 3;

    /** Of SVG within HTML: elements that point at something to be drawn. */
    private const DRAWN = [
        'use' => 'image', 'image' => 'image', 'feimage' => 'image', 'lineargradient' => 'style', 'radialgradient' => 'style', 'pattern' => 'style',
        'filter' => 'style', 'textpath' => 'style', 'tref' => 'style', 'mpath' => 'style', 'cursor' => 'style', 'color-profile' => 'style', 'font-face-uri' => 'style',
    ];

    /** What a page says of itself to those who show it elsewhere (https://ogp.me; cards; tiles). */
    private const SHOWN = [
        'og:image', 'og:image:url', 'og:image:secure_url', 'og:video', 'og:video:url', 'og:audio', 'og:audio:url',
        'twitter:image', 'twitter:image:src', 'twitter:player:stream', 'msapplication-tileimage', 'msapplication-config', 'image', 'thumbnailurl',
    ];

    /** Attribute to the elements on which it is a URL, and what such a reference is called. */
    private const URLS = [
        'href' => ['a' => 'link', 'area' => 'link', 'link' => 'resource', ...self::DRAWN],
        // The parser gives the prefix no meaning of its own (section 13.2.6.5).
        'xlink:href' => ['a' => 'link', 'script' => 'script', ...self::DRAWN],
        'src' => ['frame' => 'frame', 'img' => 'image', 'audio' => 'sound', 'video' => 'movie', 'source' => 'media', 'track' => 'captions', 'embed' => 'embedded', 'iframe' => 'frame', 'input' => 'image', 'script' => 'script'],
        'action' => ['form' => 'form'],
        'formaction' => ['button' => 'form', 'input' => 'form'],
        'cite' => ['blockquote' => 'source', 'q' => 'source', 'ins' => 'source', 'del' => 'source'],
        'data' => ['object' => 'embedded'],
        'poster' => ['video' => 'image'],
        'background' => ['body' => 'image', 'table' => 'image', 'td' => 'image', 'th' => 'image'],
        'longdesc' => ['img' => 'link', 'frame' => 'link', 'iframe' => 'link'],
        'manifest' => ['html' => 'resource'],
    ];

    private const SETS = ['srcset' => ['img' => 'image', 'source' => 'image'], 'imagesrcset' => ['link' => 'image']];

    /** @param int $depth how many pages this one stands in */
    public function __construct(private string $html, private bool $isXml = false, private int $depth = 0) {}

    public static function wanted(): HtmlWanted
    {
        static $wanted = null;

        return $wanted ??= HtmlWanted::of(['base', 'meta'], [...array_keys(self::URLS), ...array_keys(self::SETS), 'ping', 'srcdoc', 'style']);
    }

    /** @return list<ReferenceSite> of all tags but base, which says where the others begin */
    public function all(): array
    {
        $sites = [];
        foreach (HtmlLexer::tags($this->html, self::wanted(), $this->isXml) as $tag) {
            array_push($sites, ...$this->inTag($tag));
        }

        return $sites;
    }

    /** @return list<ReferenceSite> */
    public function inTag(HtmlTag $tag): array
    {
        $sites = $this->inContent($tag);
        foreach ($tag->attributes as $name => $attribute) {
            $kind = self::URLS[$name][$tag->name] ?? null;
            $setKind = self::SETS[$name][$tag->name] ?? null;
            array_push($sites, ...match (true) {
                $kind !== null => [$this->attribute($kind, $attribute)],
                $setKind !== null => $this->candidates($setKind, $attribute),
                $name === 'style' => $this->style($this->decoded($attribute), new HtmlAttributeValue($attribute->quote)),
                $name === 'ping' && ($tag->name === 'a' || $tag->name === 'area') => $this->pings($attribute),
                $name === 'srcdoc' && $tag->name === 'iframe' => $this->page($attribute),
                default => [],
            });
        }

        return $sites;
    }

    public function attribute(string $kind, XmlAttribute $attribute): ReferenceSite
    {
        $notation = new HtmlAttributeValue($attribute->quote);

        return new ReferenceSite($kind, $attribute->offset, $attribute->length, $notation->decode($this->written($attribute)), $notation);
    }

    /** @return list<ReferenceSite> in what the element holds, or says by its `content` */
    private function inContent(HtmlTag $tag): array
    {
        return match ($tag->name) {
            'meta' => $this->meta($tag),
            'style' => $this->style(DecodedText::verbatim(substr($this->html, $tag->end, $tag->rawLength), $tag->end), new RawText('style')),
            'script' => ScriptData::in(strtolower(trim(isset($tag->attributes['type']) ? $this->written($tag->attributes['type']) : '')), substr($this->html, $tag->end, $tag->rawLength), $tag->end),
            default => [],
        };
    }

    /** @return list<ReferenceSite> where a page leads on by itself (section 4.2.5.3), and what it is shown by */
    private function meta(HtmlTag $tag): array
    {
        $content = $tag->attributes['content'] ?? null;
        if ($content === null) {
            return [];
        }
        foreach (['property', 'name', 'itemprop'] as $name) {
            if (in_array($this->said($tag, $name), self::SHOWN, true)) {
                return [$this->attribute('image', $content)];
            }
        }
        $value = $this->decoded($content);
        if ($this->said($tag, 'http-equiv') !== 'refresh' || ! Pattern::matches('~^\s*+[0-9.]*+[;,\s]\s*+(?:url\s*+=\s*+)?+(?:"([^"]++)|\'([^\']++)|([^"\'\s].*))~is', $value->text, $match, PREG_OFFSET_CAPTURE | PREG_UNMATCHED_AS_NULL)) {
            return [];
        }
        [$address, $at] = $match[1][0] !== null ? $match[1] : ($match[2][0] !== null ? $match[2] : $match[3]);
        $address = rtrim((string) $address);

        return $address === '' ? [] : [$this->inner('link', $value, $at, strlen($address), new HtmlAttributeValue($content->quote))];
    }

    private function said(HtmlTag $tag, string $name): string
    {
        return isset($tag->attributes[$name]) ? strtolower($this->written($tag->attributes[$name])) : '';
    }

    /**
     * Image candidates (section 4.8.4.2.1): an address up to white space, then descriptors up to a comma.
     *
     * @return list<ReferenceSite>
     */
    private function candidates(string $kind, XmlAttribute $attribute): array
    {
        $value = $this->decoded($attribute);
        Pattern::matchAll('~\G[\s,]*+([^\s,](?:\S*[^\s,])?)(?:,|\s++[^,(]*+(?:\([^)]*+(?:\)|\z)[^,(]*+)*+,?|$)~', $value->text, $candidates, PREG_OFFSET_CAPTURE);

        return $this->words($kind, $value, $candidates[1], $attribute);
    }

    /** @return list<ReferenceSite> addresses with white space between them (section 4.6.4) */
    private function pings(XmlAttribute $attribute): array
    {
        $value = $this->decoded($attribute);
        Pattern::matchAll('~\S++~', $value->text, $words, PREG_OFFSET_CAPTURE);

        return $this->words('ping', $value, $words[0], $attribute);
    }

    /**
     * @param  list<array{string, int}>  $words  with their offsets
     * @return list<ReferenceSite>
     */
    private function words(string $kind, DecodedText $value, array $words, XmlAttribute $attribute): array
    {
        $notation = new Chain(new SrcsetAddress, new HtmlAttributeValue($attribute->quote));

        return array_map(fn (array $word): ReferenceSite => $this->inner($kind, $value, $word[1], strlen($word[0]), $notation), $words);
    }

    /** @return list<ReferenceSite> of the page that stands in an attribute (section 4.8.5) */
    private function page(XmlAttribute $attribute): array
    {
        if ($this->depth >= self::DEEPEST) {
            return [];
        }
        $page = $this->decoded($attribute);
        $outer = new HtmlAttributeValue($attribute->quote);

        return array_map(
            fn (ReferenceSite $site): ReferenceSite => $this->inner($site->kind, $page, $site->offset, $site->length, new Chain($site->notation, $outer)),
            (new self($page->text, false, $this->depth + 1))->all(),
        );
    }

    /** @return list<ReferenceSite> */
    private function style(DecodedText $style, Notation $outer): array
    {
        $sites = [];
        foreach (CssUrls::find($style->text) as $url) {
            $sites[] = $this->inner($url->isImport ? 'import' : 'style', $style, $url->offset, $url->length, new Chain($url->notation, $outer));
        }

        return $sites;
    }

    private function inner(string $kind, DecodedText $text, int $start, int $length, Notation $notation): ReferenceSite
    {
        $offset = $text->fileOffset($start);
        $end = $length === 0 ? $offset : $text->fileOffset($start + $length);

        return new ReferenceSite($kind, $offset, $end - $offset, $notation->decode(substr($this->html, $offset, $end - $offset)), $notation);
    }

    private function decoded(XmlAttribute $attribute): DecodedText
    {
        return DecodedText::html($this->written($attribute), $attribute->offset);
    }

    private function written(XmlAttribute $attribute): string
    {
        return substr($this->html, $attribute->offset, $attribute->length);
    }
}
