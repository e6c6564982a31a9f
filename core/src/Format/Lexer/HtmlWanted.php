<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

/** Which elements and attributes a reader of HTML asks for. Text, end tags and start tags without them are passed over in runs. */
final readonly class HtmlWanted
{
    private const NAME = '[A-Za-z][^\s/>\x00]*+';

    /** As the lexer reads it, except that a quote where an unquoted value begins is left to the lexer. */
    private const VALUE = '\s*+=\s*+(?:"[^"]*+"|\'[^\']*+\'|[^\s>"\'][^\s>]*+)';

    /** @param list<string> $passedOver expressions */
    private function __construct(public array $passedOver) {}

    /**
     * @param  list<string>  $elements  in lower case
     * @param  list<string>  $attributes  in lower case
     */
    public static function of(array $elements, array $attributes): self
    {
        $element = '(?!(?:'.implode('|', [...$elements, ...array_keys(HtmlLexer::RAW), 'plaintext']).')(?:[\s/>]|$))'.self::NAME;
        $attribute = '[\s/]*+(?!(?:'.implode('|', $attributes).')(?:[\s/>=]|$))[^\s/>][^\s/>=]*+(?:'.self::VALUE.')?+';

        return new self(["~(?:[^<]++|<(?![A-Za-z/!?])|</[A-Za-z][^>]*+>|<{$element}(?:{$attribute})*+[\s/]*+>)++~Ai"]);
    }
}
