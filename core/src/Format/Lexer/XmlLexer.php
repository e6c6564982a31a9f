<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

use Hafenbuch\Core\Format\MalformedContent;

/**
 * Cuts XML 1.0 into tokens that together are every byte of it, and checks that tags balance.
 * It opens nothing and expands nothing: entities, external or not, stay the text that they are.
 */
final class XmlLexer
{
    /** Name, as in XML 1.0 section 2.3; all of it beyond ASCII is taken as a name character. */
    public const NAME = '[A-Za-z_:\x80-\xff][A-Za-z0-9_:.\-\x80-\xff]*';

    /** A whole tag: its name, its attributes as one stretch, and the slash of an empty one. */
    private const START_TAG = '~<('.self::NAME.')((?:\s+'.self::NAME.'\s*=\s*(?:"[^"<]*"|\'[^\'<]*\'))*+)\s*(/?)>~A';

    private int $position = 0;

    /** @var list<string> the names of the open elements */
    private array $open = [];

    private bool $hasRoot = false;

    private function __construct(private readonly string $bytes, private readonly PassOver $passOver) {}

    /**
     * @param  ?XmlWanted  $wanted  null: every element
     * @return list<XmlToken>
     *
     * @throws MalformedContent
     */
    public static function tokens(string $bytes, ?XmlWanted $wanted = null): array
    {
        return (new self($bytes, new PassOver($wanted->passedOver ?? [])))->run();
    }

    /** @return list<XmlToken> */
    private function run(): array
    {
        $tokens = [];
        $end = strlen($this->bytes);
        if (str_starts_with($this->bytes, "\u{FEFF}")) {
            $this->position = 3;
        }
        while ($this->position < $end) {
            $less = strpos($this->bytes, '<', $this->position);
            $textEnd = $less === false ? $end : $less;
            if ($textEnd > $this->position) {
                $tokens[] = $this->text($textEnd - $this->position);
            }
            if ($less !== false) {
                $tokens[] = $this->markup();
            }
        }
        if ($this->open !== []) {
            throw $this->malformed($end, 'The element <'.end($this->open).'> is not closed');
        }
        if (! $this->hasRoot) {
            throw $this->malformed($end, 'There is no element');
        }

        return $tokens;
    }

    private function text(int $length): XmlToken
    {
        $offset = $this->position;
        if ($this->open === [] && strspn($this->bytes, " \t\r\n", $offset, $length) !== $length) {
            throw $this->malformed($offset, 'There is text outside of the root element');
        }

        return $this->token(XmlTokenKind::Text, $length, innerOffset: $offset, innerLength: $length);
    }

    private function markup(): XmlToken
    {
        $next = $this->bytes[$this->position + 1] ?? '';

        return match (true) {
            $next === '/' => $this->endTag(),
            $next === '?' => $this->instruction(),
            $next !== '!' => $this->startTag(),
            substr_compare($this->bytes, '<!--', $this->position, 4) === 0 => $this->delimited(XmlTokenKind::Comment, '<!--', '-->', 'comment'),
            substr_compare($this->bytes, '<![CDATA[', $this->position, 9) === 0 => $this->delimited(XmlTokenKind::CData, '<![CDATA[', ']]>', 'CDATA section'),
            default => $this->docType(),
        };
    }

    private function startTag(): XmlToken
    {
        $start = $this->position;
        $length = $this->open === [] ? 0 : $this->passOver->length($this->bytes, $start);
        if ($length > 0) {
            return $this->token(XmlTokenKind::Elements, $length);
        }
        if (preg_match(self::START_TAG, $this->bytes, $match, 0, $start) !== 1) {
            throw $this->malformedTag($start);
        }
        [$all, $name, $attributes, $slash] = $match;
        if ($this->open === [] && $this->hasRoot) {
            throw $this->malformed($start, "There is a second root element <{$name}>");
        }
        $this->hasRoot = true;
        if ($slash === '') {
            $this->open[] = $name;
        }
        $this->position += strlen($all);

        return new XmlToken(
            $slash === '' ? XmlTokenKind::StartTag : XmlTokenKind::EmptyTag,
            $start, strlen($all), $name, $start + 1 + strlen($name), strlen($attributes), $this->bytes,
        );
    }

    /** Finds out how far a tag goes well, for the error. */
    private function malformedTag(int $start): MalformedContent
    {
        if (preg_match('~<('.self::NAME.')(?:\s+'.self::NAME.'\s*=\s*(?:"[^"<]*"|\'[^\'<]*\'))*+\s*~A', $this->bytes, $match, 0, $start) !== 1) {
            return $this->malformed($start, 'A “<” that starts no tag');
        }

        return $this->malformed($start + strlen($match[0]), "The tag <{$match[1]}> is not well-formed here");
    }

    private function endTag(): XmlToken
    {
        $start = $this->position;
        if (preg_match('~\G</('.self::NAME.')\s*>~', $this->bytes, $match, 0, $start) !== 1) {
            throw $this->malformed($start, 'An end tag that is not well-formed');
        }
        $expected = array_pop($this->open);
        if ($expected !== $match[1]) {
            throw $this->malformed($start, $expected === null
                ? "The end tag </{$match[1]}> closes nothing"
                : "The end tag </{$match[1]}> stands where </{$expected}> is due");
        }

        return $this->token(XmlTokenKind::EndTag, strlen($match[0]), $match[1]);
    }

    private function instruction(): XmlToken
    {
        $start = $this->position;
        $close = strpos($this->bytes, '?>', $start);
        if ($close === false || preg_match('~\G<\?('.self::NAME.')~', $this->bytes, $match, 0, $start) !== 1) {
            throw $this->malformed($start, 'A processing instruction that is not closed');
        }
        $inner = $start + strlen($match[0]);
        $this->position = $close + 2;

        return new XmlToken(XmlTokenKind::ProcessingInstruction, $start, $close + 2 - $start, $match[1], $inner, $close - $inner, $this->bytes);
    }

    private function delimited(XmlTokenKind $kind, string $open, string $close, string $what): XmlToken
    {
        $inner = $this->position + strlen($open);
        $end = strpos($this->bytes, $close, $inner);
        if ($end === false) {
            throw $this->malformed($this->position, "A {$what} that is not closed");
        }

        return $this->token($kind, $end + strlen($close) - $this->position, innerOffset: $inner, innerLength: $end - $inner);
    }

    /** Section 2.8: the internal subset may hold quoted text, comments and instructions with any brackets in them. */
    private function docType(): XmlToken
    {
        $start = $this->position;
        if (substr_compare($this->bytes, '<!DOCTYPE', $start, 9) !== 0) {
            throw $this->malformed($start, 'A declaration that is not known here');
        }
        $at = $start + 9;
        $inSubset = false;
        while (preg_match('~\G[^\[\]>"\'<]*+(?:<!--.*?-->|<\?.*?\?>|"[^"]*"|\'[^\']*\'|[\[\]<>])~s', $this->bytes, $match, 0, $at) === 1) {
            $at += strlen($match[0]);
            $last = substr($match[0], -1);
            if (preg_match('~(?:-->|\?>)$~', $match[0]) === 1 && preg_match('~<!--|<\?~', $match[0]) === 1) {
                continue;
            }
            if ($last === '[') {
                $inSubset = true;
            } elseif ($last === ']') {
                $inSubset = false;
            } elseif ($last === '>' && ! $inSubset) {
                return $this->token(XmlTokenKind::DocType, $at - $start);
            }
        }

        throw $this->malformed($start, 'A document type declaration that is not closed');
    }

    private function token(XmlTokenKind $kind, int $length, string $name = '', int $innerOffset = 0, int $innerLength = 0): XmlToken
    {
        $token = new XmlToken($kind, $this->position, $length, $name, $innerOffset, $innerLength);
        $this->position += $length;

        return $token;
    }

    private function malformed(int $offset, string $what): MalformedContent
    {
        return MalformedContent::at($this->bytes, $offset, $what);
    }
}
