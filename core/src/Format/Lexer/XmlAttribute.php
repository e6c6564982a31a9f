<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

use Hafenbuch\Core\Text\Patience;
use Hafenbuch\Core\Text\Pattern;

/** `offset` is the first byte of the value, inside its quotes. */
final readonly class XmlAttribute
{
    public function __construct(
        public string $name,
        public int $offset,
        public int $length,
        public string $quote,
    ) {}

    private const PATTERN = '~([A-Za-z_:\x80-\xff][A-Za-z0-9_:.\-\x80-\xff]*)\s*=\s*(?:"([^"]*)"|\'([^\']*)\')~A';

    /** @return list<self> the attributes in a stretch of a text that holds nothing else */
    public static function all(string $bytes, int $offset, int $length): array
    {
        $attributes = [];
        $end = $offset + $length;
        $at = $offset + strspn($bytes, " \t\r\n", $offset, $length);
        while ($at < $end && Pattern::matches(self::PATTERN, $bytes, $match, PREG_OFFSET_CAPTURE | PREG_UNMATCHED_AS_NULL, $at)) {
            Patience::spend();
            [$value, $start] = $match[2][0] !== null ? $match[2] : $match[3];
            $valueLength = strlen((string) $value);
            if ($start + $valueLength >= $end) {
                break;
            }
            $attributes[] = new self((string) $match[1][0], $start, $valueLength, $bytes[$start - 1]);
            $at = $start + $valueLength + 1;
            $at += strspn($bytes, " \t\r\n", $at);
        }

        return $attributes;
    }

    public function localName(): string
    {
        $colon = strpos($this->name, ':');

        return $colon === false ? $this->name : substr($this->name, $colon + 1);
    }
}
