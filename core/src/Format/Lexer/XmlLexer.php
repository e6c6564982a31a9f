<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

use Hafenbuch\Core\Format\MalformedContent;
use Hafenbuch\Core\Text\Patience;
use Hafenbuch\Core\Text\Pattern;

/**
 * Cuts XML 1.0 into tokens that together are every byte of it, and checks that tags balance.
 * It opens nothing and expands nothing: entities, external or not, stay the text that they are.
 * Where faults are collected, what is malformed becomes text, and an element that is not closed gets an end tag of no bytes.
 */
final class XmlLexer
{
    /** Name, as in XML 1.0 section 2.3; all of it beyond ASCII is taken as a name character. */
    public const NAME = '[A-Za-z_:\x80-\xff][A-Za-z0-9_:.\-\x80-\xff]*';

    /** A whole tag: its name, its attributes as one stretch, and the slash of an empty one. */
    private const START_TAG = '~<('.self::NAME.')((?:\s+'.self::NAME.'\s*=\s*(?:"[^"<]*"|\'[^\'<]*\'))*+)\s*(/?)>~A';

    private int $position = 0;

    /** @var list<XmlToken> */
    private array $tokens = [];

    /** @var list<string> the names of the open elements */
    private array $open = [];

    /** @var array<string, int> how many elements of each name are open, so that an end tag that closes none is known at once */
    private array $openCounts = [];

    private bool $hasRoot = false;

    private readonly Terminators $ends;

    private function __construct(private readonly string $bytes, private readonly PassOver $passOver, private readonly ?Faults $faults)
    {
        $this->ends = new Terminators($bytes);
    }

    /**
     * @param  ?XmlWanted  $wanted  null: every element
     * @param  ?Faults  $faults  collects what is malformed; null: the first fault ends the reading
     * @return list<XmlToken>
     *
     * @throws MalformedContent
     */
    public static function tokens(string $bytes, ?XmlWanted $wanted = null, ?Faults $faults = null): array
    {
        return (new self($bytes, new PassOver($wanted->passedOver ?? []), $faults))->run();
    }

    /** @return list<XmlToken> */
    private function run(): array
    {
        $end = strlen($this->bytes);
        if (str_starts_with($this->bytes, "\u{FEFF}")) {
            $this->position = 3;
        }
        while ($this->position < $end && $this->faults?->areTooMany() !== true) {
            Patience::spend();
            $less = strpos($this->bytes, '<', $this->position);
            $textEnd = $less === false ? $end : $less;
            if ($textEnd > $this->position) {
                $this->tokens[] = $this->text($textEnd - $this->position);
            }
            if ($less !== false) {
                $this->tokens[] = $this->markup();
            }
        }
        if ($this->open !== []) {
            $this->fault($end, 'The element <'.end($this->open).'> is not closed');
            while ($this->open !== []) {
                $this->closeLast();
            }
        }
        if (! $this->hasRoot) {
            $this->fault($end, 'There is no element');
        }

        return $this->tokens;
    }

    private function text(int $length): XmlToken
    {
        $offset = $this->position;
        if ($this->open === [] && strspn($this->bytes, " \t\r\n", $offset, $length) !== $length) {
            $this->fault($offset, 'There is text outside of the root element');
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
        if (! Pattern::matches(self::START_TAG, $this->bytes, $match, 0, $start)) {
            return $this->brokenTag($start);
        }
        [$all, $name, $attributes, $slash] = $match;

        return $this->tag($start, strlen($all), $name, strlen($attributes), $slash !== '');
    }

    private function tag(int $start, int $length, string $name, int $attributes, bool $isEmpty): XmlToken
    {
        if ($this->open === [] && $this->hasRoot) {
            $this->fault($start, "There is a second root element <{$name}>");
        }
        $this->hasRoot = true;
        if (! $isEmpty) {
            $this->open[] = $name;
            $this->openCounts[$name] = ($this->openCounts[$name] ?? 0) + 1;
        }
        $this->position += $length;

        return new XmlToken(
            $isEmpty ? XmlTokenKind::EmptyTag : XmlTokenKind::StartTag,
            $start, $length, $name, $start + 1 + strlen($name), $attributes, $this->bytes,
        );
    }

    /** Takes a tag for as far as it goes well; the rest of it, up to the next bracket, is passed. */
    private function brokenTag(int $start): XmlToken
    {
        if (! Pattern::matches('~<('.self::NAME.')((?:\s+'.self::NAME.'\s*=\s*(?:"[^"<]*"|\'[^\'<]*\'))*+)\s*~A', $this->bytes, $match, 0, $start)) {
            return $this->broken($start, 1, 'A “<” that starts no tag');
        }
        [$good, $name, $attributes] = $match;
        $this->fault($start + strlen($good), "The tag <{$name}> is not well-formed here");
        $length = strlen($good) + strcspn($this->bytes, '<>', $start + strlen($good));
        $isClosed = ($this->bytes[$start + $length] ?? '') === '>';
        // One that another tag interrupts is still being typed, and has no end tag yet.
        $isEmpty = ! $isClosed || $this->bytes[$start + $length - 1] === '/';

        return $this->tag($start, $length + ($isClosed ? 1 : 0), $name, strlen($attributes), $isEmpty);
    }

    private function endTag(): XmlToken
    {
        $start = $this->position;
        if (! Pattern::matches('~\G</('.self::NAME.')\s*>~', $this->bytes, $match, 0, $start)) {
            return $this->broken($start, 2, 'An end tag that is not well-formed');
        }
        $expected = $this->open === [] ? null : end($this->open);
        if ($expected !== $match[1]) {
            $this->fault($start, $expected === null
                ? "The end tag </{$match[1]}> closes nothing"
                : "The end tag </{$match[1]}> stands where </{$expected}> is due");
            if (($this->openCounts[$match[1]] ?? 0) === 0) {
                return $this->token(XmlTokenKind::Text, strlen($match[0]));
            }
            while (end($this->open) !== $match[1]) {
                $this->closeLast();
            }
        }
        $this->openCounts[$match[1]]--;
        array_pop($this->open);

        return $this->token(XmlTokenKind::EndTag, strlen($match[0]), $match[1]);
    }

    private function instruction(): XmlToken
    {
        $start = $this->position;
        $close = $this->ends->next('?>', $start);
        if ($close === null || ! Pattern::matches('~\G<\?('.self::NAME.')~', $this->bytes, $match, 0, $start)) {
            return $this->broken($start, 2, 'A processing instruction that is not closed');
        }
        $inner = $start + strlen($match[0]);
        $this->position = $close + 2;

        return new XmlToken(XmlTokenKind::ProcessingInstruction, $start, $close + 2 - $start, $match[1], $inner, $close - $inner, $this->bytes);
    }

    private function delimited(XmlTokenKind $kind, string $open, string $close, string $what): XmlToken
    {
        $inner = $this->position + strlen($open);
        $end = $this->ends->next($close, $inner);
        if ($end === null) {
            return $this->broken($this->position, strlen($open), "A {$what} that is not closed");
        }

        return $this->token($kind, $end + strlen($close) - $this->position, innerOffset: $inner, innerLength: $end - $inner);
    }

    /** Section 2.8: the internal subset may hold quoted text, comments and instructions with any brackets in them. */
    private function docType(): XmlToken
    {
        $start = $this->position;
        if (substr_compare($this->bytes, '<!DOCTYPE', $start, 9) !== 0) {
            return $this->broken($start, 2, 'A declaration that is not known here');
        }
        $inSubset = false;
        for ($at = $start + 9; ; $at++) {
            Patience::spend();
            $at += strcspn($this->bytes, '[]>"\'<', $at);
            $character = $this->bytes[$at] ?? '';
            $end = match (true) {
                $character === '"', $character === "'" => $character,
                substr_compare($this->bytes, '<!--', $at, 4) === 0 => '-->',
                substr_compare($this->bytes, '<?', $at, 2) === 0 => '?>',
                default => null,
            };
            if ($end !== null) {
                $close = $this->ends->next($end, $at + ($end === '-->' ? 4 : 1));
                if ($close === null) {
                    break;
                }
                $at = $close + strlen($end) - 1;
            } elseif ($character === '[' || $character === ']') {
                $inSubset = $character === '[';
            } elseif ($character === '>' && ! $inSubset) {
                return $this->token(XmlTokenKind::DocType, $at + 1 - $start);
            } elseif ($character === '') {
                break;
            }
        }

        return $this->broken($start, 9, 'A document type declaration that is not closed');
    }

    private function token(XmlTokenKind $kind, int $length, string $name = '', int $innerOffset = 0, int $innerLength = 0): XmlToken
    {
        $token = new XmlToken($kind, $this->position, $length, $name, $innerOffset, $innerLength);
        $this->position += $length;

        return $token;
    }

    /** Ends an element that should have been closed. */
    private function closeLast(): void
    {
        $name = (string) array_pop($this->open);
        $this->openCounts[$name]--;
        $this->tokens[] = $this->token(XmlTokenKind::EndTag, 0, $name);
    }

    /** Passes a delimiter that delimits nothing. */
    private function broken(int $start, int $length, string $what): XmlToken
    {
        $this->fault($start, $what);

        return $this->token(XmlTokenKind::Text, $length);
    }

    /** @throws MalformedContent where faults are not collected */
    private function fault(int $offset, string $what): void
    {
        $this->faults === null ? throw MalformedContent::at($this->bytes, $offset, $what) : $this->faults->note($this->bytes, $offset, $what);
    }
}
