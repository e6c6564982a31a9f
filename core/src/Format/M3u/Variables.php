<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\M3u;

use Hafenbuch\Core\Format\Notation\Chain;
use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Reference\UnwritableValue;
use Hafenbuch\Core\Text\Pattern;

/** The variables of a media playlist (draft-pantos-hls-rfc8216bis, sections 4.3 and 4.4.2.3). A new address is written without them. */
final readonly class Variables implements Notation
{
    private const USE = '~\{\$[A-Za-z0-9_\-]++\}~';

    /** @param array<string, string> $values by their use */
    public function __construct(private array $values = []) {}

    public static function in(string $bytes): self
    {
        Pattern::matchAll('~^#EXT-X-DEFINE:(?:.*,)?NAME="([A-Za-z0-9_\-]++)",VALUE="([^"\r\n]{0,1000}+)"~m', $bytes, $found, PREG_SET_ORDER);
        $values = [];
        foreach ($found as [, $name, $value]) {
            $values['{$'.$name.'}'] ??= $value;
        }

        return new self($values);
    }

    /** A notation within which these can stand. */
    public function over(Notation $notation): Notation
    {
        return $this->values === [] ? $notation : new Chain($this, $notation);
    }

    /**
     * @param  list<ReferenceSite>  $sites
     * @return list<ReferenceSite> without those whose address stays unknown
     */
    public function known(array $sites): array
    {
        return array_values(array_filter($sites, static fn (ReferenceSite $site): bool => ! Pattern::matches(self::USE, $site->raw)));
    }

    public function decode(string $bytes): string
    {
        return strtr($bytes, $this->values);
    }

    public function encode(string $value): string
    {
        return Pattern::matches(self::USE, $value) ? throw UnwritableValue::in('a media playlist', $value, 'it would be read as a variable') : $value;
    }
}
