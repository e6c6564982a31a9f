<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Xspf;

use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Editing\XmlEditing;
use Hafenbuch\Core\Format\Format;
use Hafenbuch\Core\Format\Language;
use Hafenbuch\Core\Format\Lexer\Faults;
use Hafenbuch\Core\Format\Lexer\XmlLexer;
use Hafenbuch\Core\Format\Lexer\XmlReading;
use Hafenbuch\Core\Format\Lexer\XmlToken;
use Hafenbuch\Core\Format\Lexer\XmlTokenKind;
use Hafenbuch\Core\Format\Lexer\XmlWanted;
use Hafenbuch\Core\Format\Notation\CData;
use Hafenbuch\Core\Format\Notation\XmlText;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Format\Versioned;
use Hafenbuch\Core\Format\WrittenInItsLanguage;
use Hafenbuch\Core\Reference\FieldSite;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** XSPF playlists, version 1 (sections 4.1.1.2 and 4.1.1.2.14): locations, images and links, each the text of an element. */
final class XspfFormat implements Format, Versioned
{
    use WrittenInItsLanguage;

    private const URL_ELEMENTS = ['location' => 'track', 'image' => 'image', 'info' => 'link', 'link' => 'link', 'license' => 'link'];

    private const FIELDS = ['playlist/title' => FieldSite::TITLE, 'playlist/annotation' => FieldSite::DESCRIPTION];

    /** No field stands deeper. */
    private const FIELD_DEPTH = 3;

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

    public function read(string $bytes): ParsedContent
    {
        $faults = new Faults;
        $references = [];
        $fields = [];
        $open = [];
        $extensions = 0;
        $tokens = XmlLexer::tokens($bytes, $this->wanted(), $faults);
        foreach ($tokens as $index => $token) {
            if ($token->kind === XmlTokenKind::EndTag) {
                $extensions -= array_pop($open) === 'extension' ? 1 : 0;
            }
            if ($token->kind !== XmlTokenKind::StartTag) {
                continue;
            }
            $open[] = $token->localName();
            $extensions += $token->localName() === 'extension' ? 1 : 0;
            // What an extension holds is of other vocabularies (section 4.1.1.2.12).
            $text = $extensions > 0 ? null : $this->value($bytes, $tokens, $index + 1);
            if ($text === null) {
                continue;
            }
            [$offset, $length] = $this->trimmed($bytes, $text);
            $notation = $text->kind === XmlTokenKind::CData ? new CData : new TrimmedXmlText;
            $raw = $notation->decode(substr($bytes, $offset, $length));
            $kind = self::URL_ELEMENTS[$token->localName()] ?? null;
            $field = count($open) <= self::FIELD_DEPTH ? self::FIELDS[implode('/', $open)] ?? null : null;
            if ($kind !== null && $length > 0) {
                $references[] = new ReferenceSite($kind, $offset, $length, $raw, $notation);
            } elseif ($field !== null) {
                $fields[$field] ??= new FieldSite($field, $offset, $length, $raw, $notation);
            }
        }

        return XmlReading::based($bytes, $references, array_values($fields), $faults);
    }

    /** XSPF 1, section 4.1.1.1 */
    public function newestVersion(): string
    {
        return '1';
    }

    public function versionOf(string $bytes): ?string
    {
        return Pattern::matches('~<playlist\b[^>]*?\bversion\s*=\s*["\\\'](\d+)~', $bytes, $found) ? $found[1] : null;
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

        return $wanted ??= XmlWanted::elements([...array_keys(self::URL_ELEMENTS), 'extension'], ['title', 'annotation']);
    }

    /**
     * The one place of an element's value: of text and CDATA sections only one may hold anything, and no element.
     *
     * @param  list<XmlToken>  $tokens
     */
    private function value(string $bytes, array $tokens, int $at): ?XmlToken
    {
        $found = null;
        for (; isset($tokens[$at]) && $tokens[$at]->kind !== XmlTokenKind::EndTag; $at++) {
            $token = $tokens[$at];
            if (in_array($token->kind, [XmlTokenKind::Comment, XmlTokenKind::ProcessingInstruction], true)) {
                continue;
            }
            if (! in_array($token->kind, [XmlTokenKind::Text, XmlTokenKind::CData], true)) {
                return null;
            }
            if (trim(substr($bytes, $token->innerOffset, $token->innerLength), " \t\r\n") !== '') {
                if ($found !== null) {
                    return null;
                }
                $found = $token;
            }
        }

        return $found ?? ($tokens[$at - 1]->kind === XmlTokenKind::Text ? $tokens[$at - 1] : null);
    }

    /** @return array{int, int} offset and length without the white space around */
    private function trimmed(string $bytes, XmlToken $text): array
    {
        $inner = substr($bytes, $text->innerOffset, $text->innerLength);

        return [$text->innerOffset + strspn($inner, " \t\r\n"), strlen(trim($inner, " \t\r\n"))];
    }
}
