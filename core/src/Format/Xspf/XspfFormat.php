<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Xspf;

use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Editing\XmlEditing;
use Hafenbuch\Core\Format\Format;
use Hafenbuch\Core\Format\Language;
use Hafenbuch\Core\Format\Lexer\Faults;
use Hafenbuch\Core\Format\Lexer\XmlLexer;
use Hafenbuch\Core\Format\Lexer\XmlToken;
use Hafenbuch\Core\Format\Lexer\XmlTokenKind;
use Hafenbuch\Core\Format\Lexer\XmlWanted;
use Hafenbuch\Core\Format\Notation\XmlText;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Format\Versioned;
use Hafenbuch\Core\Reference\FieldSite;
use Hafenbuch\Core\Reference\ReferenceSite;

/** XSPF playlists, version 1 (sections 4.1.1.2 and 4.1.1.2.14): locations, images and links, each the text of an element. */
final class XspfFormat implements Format, Versioned
{
    private const URL_ELEMENTS = ['location' => 'track', 'image' => 'image', 'info' => 'link', 'license' => 'link'];

    private const FIELDS = ['playlist/title' => FieldSite::TITLE, 'playlist/annotation' => FieldSite::DESCRIPTION];

    public function name(): string
    {
        return 'XSPF';
    }

    public function endings(): array
    {
        return ['xspf'];
    }

    public function language(): Language
    {
        return Language::Xml;
    }

    public function mediaType(): string
    {
        return 'application/xspf+xml';
    }

    public function placeholder(string $line): string
    {
        return $this->language()->written($line);
    }

    public function read(string $bytes): ParsedContent
    {
        $faults = new Faults;
        $references = [];
        $fields = [];
        $open = [];
        $tokens = XmlLexer::tokens($bytes, $this->wanted(), $faults);
        foreach ($tokens as $index => $token) {
            if ($token->kind === XmlTokenKind::EndTag) {
                array_pop($open);
            }
            if ($token->kind !== XmlTokenKind::StartTag) {
                continue;
            }
            $open[] = $token->localName();
            // Only an element that holds nothing but text has one place for its value.
            $text = $tokens[$index + 1] ?? null;
            if ($text?->kind !== XmlTokenKind::Text || ($tokens[$index + 2] ?? null)?->kind !== XmlTokenKind::EndTag) {
                continue;
            }
            [$offset, $length] = $this->trimmed($bytes, $text);
            $raw = (new XmlText)->decode(substr($bytes, $offset, $length));
            $kind = self::URL_ELEMENTS[$token->localName()] ?? null;
            $field = self::FIELDS[implode('/', $open)] ?? null;
            if ($kind !== null && $length > 0) {
                $references[] = new ReferenceSite($kind, $offset, $length, $raw, new TrimmedXmlText);
            } elseif ($field !== null) {
                $fields[$field] ??= new FieldSite($field, $offset, $length, $raw, new TrimmedXmlText);
            }
        }

        return ParsedContent::of($references, array_values($fields), note: $faults->words());
    }

    /** XSPF 1, section 4.1.1.1 */
    public function newestVersion(): string
    {
        return '1';
    }

    public function versionOf(string $bytes): ?string
    {
        return preg_match('~<playlist\b[^>]*?\bversion\s*=\s*["\\\'](\d+)~', $bytes, $found) === 1 ? $found[1] : null;
    }

    public function blank(string $title): string
    {
        $text = (new XmlText)->encode($title);

        return <<<XSPF
            <?xml version="1.0" encoding="UTF-8"?>
            <playlist version="1" xmlns="http://xspf.org/ns/0/">
              <title>{$text}</title>
              <trackList>
              </trackList>
            </playlist>

            XSPF;
    }

    public function editing(): ReferenceEditing
    {
        return new XmlEditing(
            ['track' => ['parent' => 'trackList', 'before' => '<track><location>', 'notation' => new TrimmedXmlText, 'after' => '</location><title>%</title></track>']],
            ['location' => 'track'],
            new XmlText,
        );
    }

    private function wanted(): XmlWanted
    {
        static $wanted = null;

        return $wanted ??= XmlWanted::elements(array_keys(self::URL_ELEMENTS), ['title', 'annotation']);
    }

    /** @return array{int, int} offset and length without the white space around */
    private function trimmed(string $bytes, XmlToken $text): array
    {
        $inner = substr($bytes, $text->innerOffset, $text->innerLength);

        return [$text->innerOffset + strspn($inner, " \t\r\n"), strlen(trim($inner, " \t\r\n"))];
    }
}
