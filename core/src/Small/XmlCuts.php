<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Small;

use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Format\Lexer\XmlLexer;
use Hafenbuch\Core\Format\Lexer\XmlToken;
use Hafenbuch\Core\Format\Lexer\XmlTokenKind;
use Hafenbuch\Core\Format\MalformedContent;
use Hafenbuch\Core\Text\Pattern;

/** What an XML text can do without. */
final readonly class XmlCuts
{
    /** Whose elements and attributes a drawing means itself; those of others are notes of programs. The empty one is none. */
    public const SVG_NAMESPACES = ['', 'http://www.w3.org/2000/svg', 'http://www.w3.org/1999/xlink', 'http://www.w3.org/XML/1998/namespace', 'http://www.w3.org/1999/xhtml', 'http://www.w3.org/1998/Math/MathML', 'http://www.w3.org/2000/xmlns/'];

    private const DEFINED = ['linearGradient', 'radialGradient', 'pattern', 'clipPath', 'mask', 'filter', 'marker', 'symbol', 'g', 'path', 'rect', 'circle', 'ellipse', 'line', 'polyline', 'polygon', 'use', 'image', 'text'];

    /** What an identifier is made of (XML 1.0, section 2.3), as far as it can stand in an address, a style or a script. */
    private const WORD = '~[A-Za-z0-9_.\-\x80-\xff]+~';

    /**
     * @param  list<XmlToken>  $tokens
     * @param  array<string, int>  $words  how often each stands in the text
     */
    private function __construct(private string $text, private array $tokens, private array $words) {}

    /** @throws MalformedContent */
    public static function of(string $text): self
    {
        return new self($text, XmlLexer::tokens($text), self::words($text));
    }

    /** @return array<string, int> */
    private static function words(string $text): array
    {
        Pattern::matchAll(self::WORD, $text, $matches);

        return array_count_values($matches[0]);
    }

    public function comments(): Cut
    {
        $changes = [];
        foreach ($this->tokens as $token) {
            if ($token->kind === XmlTokenKind::Comment) {
                $changes[] = new Change($token->offset, $token->length);
            }
        }

        return new Cut('comments', 'comments', $changes);
    }

    /**
     * What only parts elements for the eye.
     *
     * @param  list<string>  $except  elements in which it is part of what is shown
     */
    public function spaces(array $except): Cut
    {
        $changes = [];
        $kept = 0;
        $depth = 0;
        foreach ($this->tokens as $token) {
            if ($token->kind === XmlTokenKind::StartTag) {
                $depth++;
                $keeps = in_array($token->localName(), $except, true) || Pattern::matches('~^\s*preserve\s*$~', ($one = $token->attribute('xml:space')) === null ? '' : $token->written($one));
                $kept = $kept > 0 || $keeps ? $kept + 1 : 0;
            } elseif ($token->kind === XmlTokenKind::EndTag) {
                $depth--;
                $kept = max(0, $kept - 1);
            } elseif ($token->kind === XmlTokenKind::Text && $kept === 0 && $depth > 0 && trim(substr($this->text, $token->offset, $token->length)) === '' && $token->length > 0) {
                $changes[] = new Change($token->offset, $token->length);
            }
        }

        return new Cut('spaces', 'white space between elements', $changes);
    }

    /**
     * Elements and attributes of other namespaces than a reader of the format knows, each namespace for itself; and the metadata.
     *
     * @param  list<string>  $known
     * @return list<Cut>
     */
    public function foreign(array $known): array
    {
        $cuts = [];
        foreach ($this->namespaces() as $prefix => $address) {
            if ($prefix !== '' && ! in_array($address, $known, true)) {
                $changes = [...$this->elements(static fn (XmlToken $token): bool => str_starts_with($token->name, "{$prefix}:")), ...$this->attributes($prefix)];
                $cuts[] = new Cut("namespace {$prefix}", "notes of a program ({$address})", self::apart($changes));
            }
        }
        $cuts[] = new Cut('metadata', 'metadata, which may name the author and the licence', $this->elements(static fn (XmlToken $token): bool => $token->name === 'metadata'));

        return $cuts;
    }

    /**
     * Children of `defs` that nothing names.
     *
     * @param  list<string>  $named
     * @return list<Cut>
     */
    public function unusedDefinitions(array $named): array
    {
        // Whatever names one does so by its identifier, in an address, a style or a script; so each that stands anywhere else may be named there.
        $changes = $ids = [];
        $inDefs = [];
        foreach ($this->tokens as $place => $token) {
            $isStart = $token->kind === XmlTokenKind::StartTag;
            if (($isStart || $token->kind === XmlTokenKind::EmptyTag) && end($inDefs) === 'defs' && in_array($token->localName(), self::DEFINED, true)) {
                $id = $token->attribute('id');
                $end = $this->endOf($place);
                if ($id !== null && ! $this->isNamed($token->written($id), $named, $token->offset, $end)) {
                    $changes[] = new Change($token->offset, $end - $token->offset);
                    $ids[] = $token->written($id);
                }
            }
            $isStart && $inDefs[] = $token->localName();
            $token->kind === XmlTokenKind::EndTag && array_pop($inDefs);
        }

        return [new Cut('definitions', 'definitions that nothing uses', self::apart($changes))];
    }

    /**
     * Nodes that have a name, nothing else, and that nothing uses (X3D, part 1, 4.4.3).
     *
     * @param  list<string>  $named
     * @return list<Cut>
     */
    public function emptyNodes(array $named): array
    {
        $changes = [];
        foreach ($this->tokens as $place => $token) {
            if (($token->kind === XmlTokenKind::StartTag || $token->kind === XmlTokenKind::EmptyTag) && in_array($token->localName(), ['Transform', 'Group', 'StaticGroup', 'Switch', 'Anchor', 'Collision', 'LOD'], true)) {
                $attributes = $token->attributes();
                $end = $this->endOf($place);
                $inside = $token->kind === XmlTokenKind::EmptyTag ? '' : substr($this->text, $token->end(), max(0, $end - $token->end() - strlen("</{$token->name}>")));
                if (count($attributes) === 1 && $attributes[0]->name === 'DEF' && trim($inside) === '' && ! $this->isNamed($token->written($attributes[0]), $named, $token->offset, $end)) {
                    $changes[] = new Change($token->offset, $end - $token->offset);
                }
            }
        }

        return [new Cut('empty nodes', 'empty nodes that nothing uses', self::apart($changes))];
    }

    /**
     * Whether an identifier stands anywhere as a word of its own but within the stretch that has it.
     *
     * @param  list<string>  $named
     */
    private function isNamed(string $id, array $named, int $from, int $end): bool
    {
        if ($id === '' || in_array($id, $named, true)) {
            return true;
        }
        $own = self::words(substr($this->text, $from, $end - $from));

        return ($this->words[$id] ?? 0) > ($own[$id] ?? 0);
    }

    /** @return array<string, string> by prefix */
    private function namespaces(): array
    {
        $namespaces = [];
        foreach ($this->tokens as $token) {
            foreach ($token->kind === XmlTokenKind::StartTag || $token->kind === XmlTokenKind::EmptyTag ? $token->attributes() : [] as $attribute) {
                if (str_starts_with($attribute->name, 'xmlns:')) {
                    $namespaces[substr($attribute->name, 6)] = $token->written($attribute);
                }
            }
        }

        return $namespaces;
    }

    /**
     * @param  callable(XmlToken): bool  $isMeant
     * @return list<Change> the whole elements, the outermost of those that lie in one another
     */
    private function elements(callable $isMeant): array
    {
        $changes = [];
        $behind = 0;
        foreach ($this->tokens as $place => $token) {
            $isStart = $token->kind === XmlTokenKind::StartTag || $token->kind === XmlTokenKind::EmptyTag;
            // The root stays whatever it is.
            if ($isStart && $place > 0 && $token->offset >= $behind && $isMeant($token) && $this->depthAt($place) > 0) {
                $behind = $this->endOf($place);
                $changes[] = new Change($token->offset, $behind - $token->offset);
            }
        }

        return $changes;
    }

    /** @return list<Change> attributes with a prefix, and where it is declared */
    private function attributes(string $prefix): array
    {
        $changes = [];
        foreach ($this->tokens as $token) {
            foreach ($token->kind === XmlTokenKind::StartTag || $token->kind === XmlTokenKind::EmptyTag ? $token->attributes() : [] as $attribute) {
                if (str_starts_with($attribute->name, "{$prefix}:") || $attribute->name === "xmlns:{$prefix}") {
                    // With the space before its name, and its quotes.
                    $start = $token->offset + (int) strrpos(substr($this->text, $token->offset, $attribute->offset - $token->offset), $attribute->name);
                    $before = substr($this->text, $token->offset, $start - $token->offset);
                    $space = strlen($before) - strlen(rtrim($before));
                    $changes[] = new Change($start - $space, $attribute->offset + $attribute->length + 1 - $start + $space);
                }
            }
        }

        return $changes;
    }

    /** Where the element ends that begins with a token. */
    private function endOf(int $place): int
    {
        if ($this->tokens[$place]->kind === XmlTokenKind::EmptyTag) {
            return $this->tokens[$place]->end();
        }
        for ($depth = 0, $at = $place; isset($this->tokens[$at]); $at++) {
            $depth += $this->tokens[$at]->kind === XmlTokenKind::StartTag ? 1 : ($this->tokens[$at]->kind === XmlTokenKind::EndTag ? -1 : 0);
            if ($depth === 0) {
                return $this->tokens[$at]->end();
            }
        }

        return strlen($this->text);
    }

    private function depthAt(int $place): int
    {
        $depth = 0;
        for ($at = 0; $at < $place; $at++) {
            $depth += $this->tokens[$at]->kind === XmlTokenKind::StartTag ? 1 : ($this->tokens[$at]->kind === XmlTokenKind::EndTag ? -1 : 0);
            if ($depth > 0) {
                return $depth;
            }
        }

        return $depth;
    }

    /**
     * Without those that lie in others.
     *
     * @param  list<Change>  $changes
     * @return list<Change>
     */
    private static function apart(array $changes): array
    {
        usort($changes, static fn (Change $a, Change $b): int => [$a->at, -$a->removed] <=> [$b->at, -$b->removed]);
        $apart = [];
        $behind = 0;
        foreach ($changes as $change) {
            if ($change->at >= $behind) {
                $apart[] = $change;
                $behind = $change->end();
            }
        }

        return $apart;
    }
}
