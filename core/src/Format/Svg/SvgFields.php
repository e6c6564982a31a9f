<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Svg;

use Hafenbuch\Core\Format\Lexer\XmlToken;
use Hafenbuch\Core\Format\Lexer\XmlTokenKind;
use Hafenbuch\Core\Format\Notation\Inserted;
use Hafenbuch\Core\Format\Notation\XmlText;
use Hafenbuch\Core\Reference\FieldSite;

/** Title and description: the first `title` and `desc` that are children of the root (SVG 2, section 5.8). */
final class SvgFields
{
    private const ELEMENTS = ['title' => FieldSite::TITLE, 'desc' => FieldSite::DESCRIPTION];

    private int $depth = 0;

    private ?XmlToken $root = null;

    /** @var array<string, array{start: int, end: ?int, plain: bool, closed: int}> */
    private array $found = [];

    private ?string $inside = null;

    public function __construct(private readonly string $bytes) {}

    public function see(XmlToken $token): void
    {
        match ($token->kind) {
            XmlTokenKind::StartTag => $this->start($token),
            XmlTokenKind::EmptyTag => $this->empty($token),
            XmlTokenKind::EndTag => $this->end($token),
            XmlTokenKind::CData, XmlTokenKind::Comment, XmlTokenKind::ProcessingInstruction, XmlTokenKind::Elements => $this->spoil(),
            default => null,
        };
    }

    /** @return list<FieldSite> */
    public function places(): array
    {
        $fields = [];
        foreach (self::ELEMENTS as $element => $name) {
            $place = $this->found[$element] ?? null;
            if ($place === null) {
                $fields[] = $this->insertion($element, $name);
            } elseif ($place['plain'] && $place['end'] !== null) {
                $length = $place['end'] - $place['start'];
                $notation = new XmlText;
                $fields[] = new FieldSite($name, $place['start'], $length, $notation->decode(substr($this->bytes, $place['start'], $length)), $notation);
            }
        }

        return array_values(array_filter($fields));
    }

    private function start(XmlToken $token): void
    {
        $this->root ??= $token;
        $this->spoil();
        $element = $token->localName();
        if ($this->depth === 1 && isset(self::ELEMENTS[$element]) && ! isset($this->found[$element])) {
            $this->found[$element] = ['start' => $token->end(), 'end' => null, 'plain' => true, 'closed' => 0];
            $this->inside = $element;
        }
        $this->depth++;
    }

    private function empty(XmlToken $token): void
    {
        $this->root ??= $token;
        $this->spoil();
        $element = $token->localName();
        if ($this->depth === 1 && isset(self::ELEMENTS[$element]) && ! isset($this->found[$element])) {
            $this->found[$element] = ['start' => 0, 'end' => null, 'plain' => false, 'closed' => $token->end()];
        }
    }

    private function end(XmlToken $token): void
    {
        $this->depth--;
        if ($this->depth === 1 && $this->inside !== null) {
            $this->found[$this->inside]['end'] = $token->offset;
            $this->found[$this->inside]['closed'] = $token->end();
            $this->inside = null;
        }
    }

    /** An element with anything but text in it has no single place for its value. */
    private function spoil(): void
    {
        if ($this->inside !== null) {
            $this->found[$this->inside]['plain'] = false;
        }
    }

    private function insertion(string $element, string $name): ?FieldSite
    {
        if ($this->root === null || $this->root->kind === XmlTokenKind::EmptyTag) {
            return null;
        }
        $prefix = substr($this->root->name, 0, -strlen($this->root->localName()));
        $after = $element === 'desc' && ($this->found['title']['closed'] ?? 0) > 0 ? $this->found['title']['closed'] : $this->root->end();

        return new FieldSite($name, $after, 0, '', new Inserted("\n  <{$prefix}{$element}>", new XmlText, "</{$prefix}{$element}>"));
    }
}
