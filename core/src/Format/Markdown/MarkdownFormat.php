<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Markdown;

use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Format;
use Hafenbuch\Core\Format\Language;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Format\WrittenInItsLanguage;

/**
 * Markdown, as CommonMark 0.31 describes it: inline links and images (6.3, 6.4), link reference
 * definitions (4.7), autolinks (6.5), and `img` and `a` in raw HTML (4.6, 6.6). Nothing inside code counts.
 */
final class MarkdownFormat implements Format
{
    use WrittenInItsLanguage;

    /** Keys of front matter whose values are paths, where nobody says otherwise. */
    public const PATHS = ['image', 'images', 'cover', 'cover-image', 'thumbnail', 'css', 'bibliography', 'audio', 'video'];

    /** @param list<string> $paths keys of front matter whose values are paths */
    public function __construct(private readonly array $paths = self::PATHS) {}

    public function name(): string
    {
        return 'Markdown';
    }

    public function endings(): array
    {
        return ['md', 'markdown'];
    }

    public function language(): Language
    {
        return Language::Markdown;
    }

    public function mediaType(): string
    {
        return 'text/markdown';
    }

    public function read(string $bytes): ParsedContent
    {
        $frontMatter = FrontMatter::of($bytes);
        $blocks = BlockScanner::scan($bytes, $frontMatter->end);
        $references = FrontMatterPaths::in($frontMatter->yaml, $frontMatter->start, $this->paths);
        foreach ($blocks->definitions as $definition) {
            $references[] = $definition->site;
        }
        $inline = new InlineScanner($blocks->labels());
        foreach ($blocks->texts as $text) {
            array_push($references, ...$inline->scan($text));
        }
        foreach ($blocks->html as $html) {
            array_push($references, ...HtmlTags::inBlock($html));
        }
        $reading = ParsedContent::of($references);
        $fields = $frontMatter->fields;
        if ($reading->field('title') === null && ! $frontMatter->has('title')) {
            $heading = HeadingField::of($bytes, $blocks->firstHeading, $reading->references, $frontMatter->end);
            if ($heading !== null) {
                $fields[] = $heading;
            }
        }

        return ParsedContent::of($references, $fields);
    }

    public function blank(string $title): string
    {
        return '# '.(new HeadingText)->encode($title)."\n\n";
    }

    public function editing(): ReferenceEditing
    {
        return new MarkdownEditing;
    }
}
