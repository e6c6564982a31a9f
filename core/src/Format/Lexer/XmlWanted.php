<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

/**
 * Which elements a reader of XML asks for. All others below the root are passed over as whole runs,
 * each by one expression that is the grammar of XML itself, so what is passed over is checked no less.
 */
final readonly class XmlWanted
{
    /** Elements that hold more levels than that are looked into, so that no byte is read more often than that. */
    private const LEVELS = 5;

    private const ANY_VALUE = '(?:"[^"<]*+"|\'[^\'<]*+\')';

    /** A value in which nothing can be read as url(): neither plainly nor by an entity. */
    private const VALUE_WITHOUT_URL = '(?:"[^"<&uU]*+(?:[uU](?![rR][lL]\()[^"<&uU]*+)*+"|\'[^\'<&uU]*+(?:[uU](?![rR][lL]\()[^\'<&uU]*+)*+\')';

    /** @param array{string, string} $passedOver expressions for as many elements as there are, and for one where so many are too many for the engine */
    private function __construct(public array $passedOver) {}

    /**
     * @param  list<string>  $names  local names of elements that are wanted wherever they stand
     * @param  list<string>  $belowRoot  local names of elements that are wanted only as children of the root
     * @param  bool  $withUrls  whether every element with url() in an attribute is wanted too
     */
    public static function elements(array $names, array $belowRoot = [], bool $withUrls = false): self
    {
        $value = $withUrls ? self::VALUE_WITHOUT_URL : self::ANY_VALUE;
        $attributes = '(?:\s++'.XmlLexer::NAME.'\s*+=\s*+'.$value.')*+\s*+';
        $inner = '';
        for ($level = self::LEVELS; $level > 0; $level--) {
            $content = $inner === '' ? '[^<]*+' : "(?:[^<]++|{$inner})*+";
            $unwanted = self::unwanted($level === 1 ? [...$names, ...$belowRoot] : $names);
            $inner = "<{$unwanted}(".XmlLexer::NAME."){$attributes}(?:/>|>{$content}</\\{$level}\\s*+>)";
        }

        return new self(["~{$inner}(?:[^<]*+{$inner})*+~A", "~{$inner}~A"]);
    }

    /** @param list<string> $names */
    private static function unwanted(array $names): string
    {
        return '(?!(?:[^:\s/>]*+:)?(?:'.implode('|', $names).')[\s/>])';
    }
}
