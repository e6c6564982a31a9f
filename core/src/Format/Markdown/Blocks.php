<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Markdown;

use Hafenbuch\Core\Format\Lexer\DecodedText;

/** The stretches of a Markdown file that are neither code nor block syntax. */
final readonly class Blocks
{
    /**
     * @param  list<DecodedText>  $texts  paragraphs and headings
     * @param  list<DecodedText>  $html
     * @param  list<Definition>  $definitions
     * @param  ?array{int, int}  $firstHeading  offset and length of its text, where that stands on one line
     */
    public function __construct(
        public array $texts,
        public array $html,
        public array $definitions,
        public ?array $firstHeading,
    ) {}

    /** @return array<string, true> */
    public function labels(): array
    {
        $labels = [];
        foreach ($this->definitions as $definition) {
            $labels[$definition->label] = true;
        }

        return $labels;
    }
}
