<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Css;

use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Editing\StyleEditing;
use Hafenbuch\Core\Format\Format;
use Hafenbuch\Core\Format\Language;
use Hafenbuch\Core\Format\Lexer\CssUrls;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Format\WrittenInItsLanguage;
use Hafenbuch\Core\Reference\ReferenceSite;

/** Style sheets (CSS Syntax 3; CSS Values 4, section 4.5): url() wherever it stands, fonts among them, and @import. */
final class CssFormat implements Format
{
    use WrittenInItsLanguage;

    public function name(): string
    {
        return 'CSS';
    }

    public function endings(): array
    {
        return ['css'];
    }

    public function language(): Language
    {
        return Language::Css;
    }

    public function mediaType(): string
    {
        return 'text/css';
    }

    public function read(string $bytes): ParsedContent
    {
        $references = [];
        foreach (CssUrls::find($bytes) as $url) {
            $references[] = new ReferenceSite($url->isImport ? 'import' : 'style', $url->offset, $url->length, $url->notation->decode(substr($bytes, $url->offset, $url->length)), $url->notation);
        }

        return ParsedContent::of($references);
    }

    public function blank(string $title): string
    {
        return '/* '.str_replace('*/', '* /', $title)." */\n";
    }

    public function editing(): ReferenceEditing
    {
        return new StyleEditing;
    }
}
