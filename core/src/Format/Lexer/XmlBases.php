<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

use Hafenbuch\Core\Reference\Place;

/** Where the addresses of an XML content begin, where it says so by `xml:base` (XML Base, section 3). */
final readonly class XmlBases
{
    private const ATTRIBUTE = 'xml:base';

    /**
     * @param  ?string  $base  of the root, which holds for the whole
     * @param  list<array{int, int}>  $others  elements with a base of their own: offset, and the end
     */
    private function __construct(public ?string $base = null, private array $others = []) {}

    public static function in(string $bytes): self
    {
        if (! str_contains($bytes, self::ATTRIBUTE)) {
            return new self;
        }
        [$base, $others, $since] = [null, [], null];
        $depth = 0;
        foreach (XmlLexer::tokens($bytes, null, new Faults) as $token) {
            $isStart = $token->kind === XmlTokenKind::StartTag || $token->kind === XmlTokenKind::EmptyTag;
            $own = $isStart ? $token->attribute(self::ATTRIBUTE) : null;
            if ($own !== null && $depth === 0) {
                $base = XmlEntities::decode($token->written($own));
            } elseif ($own !== null && $since === null) {
                $since = [$token->offset, $depth];
            }
            $depth += $token->kind === XmlTokenKind::StartTag ? 1 : ($token->kind === XmlTokenKind::EndTag ? -1 : 0);
            if ($since !== null && $depth <= $since[1] && $token->kind !== XmlTokenKind::StartTag) {
                $others[] = [$since[0], $token->end()];
                $since = null;
            }
        }

        return new self($base, $others);
    }

    /** Whether a place begins where the whole content does. */
    public function holdFor(Place $place): bool
    {
        foreach ($this->others as [$start, $end]) {
            if ($place->offset >= $start && $place->offset < $end) {
                return false;
            }
        }

        return true;
    }
}
