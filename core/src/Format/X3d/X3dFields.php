<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\X3d;

use Hafenbuch\Core\Format\Lexer\XmlAttribute;
use Hafenbuch\Core\Format\Lexer\XmlToken;
use Hafenbuch\Core\Format\Lexer\XmlTokenKind;
use Hafenbuch\Core\Format\Notation\Inserted;
use Hafenbuch\Core\Format\Notation\XmlAttributeValue;
use Hafenbuch\Core\Reference\FieldSite;

/** The facts in the `meta` statements of an X3D file's head (ISO/IEC 19776-1, section 4.3.3). */
final class X3dFields
{
    private const NAMES = ['title' => FieldSite::TITLE, 'description' => FieldSite::DESCRIPTION, 'part number' => 'part number', 'material' => 'material'];

    private ?XmlToken $root = null;

    private ?XmlToken $head = null;

    /** @var array<string, XmlAttribute> */
    private array $found = [];

    public function __construct(private readonly string $bytes) {}

    public function see(XmlToken $tag): void
    {
        $this->root ??= $tag;
        if ($tag->name === 'head' && $tag->kind === XmlTokenKind::StartTag) {
            $this->head ??= $tag;
        }
        if ($tag->name !== 'meta') {
            return;
        }
        $name = $tag->attribute('name');
        $content = $tag->attribute('content');
        if ($name !== null && $content !== null) {
            $key = strtolower((new XmlAttributeValue('"'))->decode(substr($this->bytes, $name->offset, $name->length)));
            $this->found[$key] ??= $content;
        }
    }

    /** @return list<FieldSite> */
    public function places(): array
    {
        $places = [];
        foreach (self::NAMES as $meta => $name) {
            $content = $this->found[$meta] ?? null;
            if ($content !== null) {
                $notation = new XmlAttributeValue($content->quote);
                $places[] = new FieldSite($name, $content->offset, $content->length, $notation->decode(substr($this->bytes, $content->offset, $content->length)), $notation);
            } elseif ($this->head !== null) {
                $places[] = new FieldSite($name, $this->head->end(), 0, '', new Inserted("\n    <meta name=\"{$meta}\" content=\"", new XmlAttributeValue('"'), '"/>'));
            } elseif ($this->root !== null && $this->root->kind === XmlTokenKind::StartTag) {
                $places[] = new FieldSite($name, $this->root->end(), 0, '', new Inserted("\n  <head><meta name=\"{$meta}\" content=\"", new XmlAttributeValue('"'), '"/></head>'));
            }
        }

        return $places;
    }
}
