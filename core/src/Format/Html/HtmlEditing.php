<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Html;

use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Editing\Removal;
use Hafenbuch\Core\Format\Editing\StyleEditing;
use Hafenbuch\Core\Format\Lexer\HtmlLexer;
use Hafenbuch\Core\Format\Notation\HtmlAttributeValue;
use Hafenbuch\Core\Format\Notation\Inserted;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** New links and images are the last paragraphs of the body; what goes is a void element, or else the attribute. */
final readonly class HtmlEditing implements ReferenceEditing
{
    /** Elements without content that are nothing without their address. */
    private const VOID = ['img', 'source', 'track', 'embed', 'link'];

    public function __construct(private bool $isXml) {}

    public function openings(string $bytes, string $label): array
    {
        $at = strripos($bytes, '</body');
        if ($at === false) {
            return [];
        }
        $text = (new RcData)->encode($label);
        $end = $this->isXml || HtmlFormat::isXml($bytes) ? '/>' : '>';
        $alt = (new HtmlAttributeValue('"'))->encode($label);

        return [
            new ReferenceSite('link', $at, 0, '', new Inserted('<p><a href="', new HtmlAttributeValue('"'), "\">{$text}</a></p>\n")),
            new ReferenceSite('image', $at, 0, '', new Inserted('<p><img src="', new HtmlAttributeValue('"'), "\" alt=\"{$alt}\"{$end}</p>\n")),
        ];
    }

    public function removal(string $bytes, ReferenceSite $site): ?array
    {
        if ($site->kind === 'style' || $site->kind === 'import') {
            return (new StyleEditing)->removal($bytes, $site);
        }
        foreach (HtmlLexer::tags($bytes, isXml: $this->isXml || HtmlFormat::isXml($bytes)) as $tag) {
            foreach ($tag->attributes as $name => $attribute) {
                if ($attribute->offset !== $site->offset || $attribute->length !== $site->length || $attribute->quote === '') {
                    continue;
                }
                if (in_array($tag->name, self::VOID, true)) {
                    return [Removal::of($bytes, $tag->offset, $tag->end)];
                }
                $own = '~\s+'.preg_quote($name, '~').'\s*=\s*.$~si';
                if (Pattern::matches($own, substr($bytes, $tag->offset, $attribute->offset - $tag->offset), $match)) {
                    return [new Change($attribute->offset - strlen($match[0]), strlen($match[0]) + $attribute->length + 1)];
                }
            }
        }

        return null;
    }
}
