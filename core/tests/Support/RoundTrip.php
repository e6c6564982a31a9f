<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Tests\Support;

use Hafenbuch\Core\Format\Binary;
use Hafenbuch\Core\Format\Format;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Reference\Place;
use Hafenbuch\Core\Reference\Splicer;
use Hafenbuch\Core\Reference\UnwritableValue;

use function PHPUnit\Framework\assertSame;

/** The invariant that every format keeps (promise 5). */
final class RoundTrip
{
    /**
     * @param  list<string>  $values  new values to try at each place
     * @return int how many new values were written
     */
    public static function check(Format $format, string $bytes, array $values, string $of): int
    {
        $reading = $format->read($bytes);
        $places = [...$reading->references, ...$reading->fields];
        foreach ($places as $place) {
            assertSame($place->raw, $place->notation->decode(substr($bytes, $place->offset, $place->length)), "decoding gives raw: {$of}");
        }
        assertSame($bytes, Splicer::splice($bytes, array_map(static fn (Place $place): array => [$place, $place->raw], $reading->references)), "own values give the same bytes: {$of}");
        $written = 0;
        foreach ($places as $index => $place) {
            foreach ($values as $value) {
                $written += self::write($format, $bytes, $reading, $index, $place, $value, $of);
            }
        }

        return $written;
    }

    private static function write(Format $format, string $bytes, ParsedContent $before, int $index, Place $place, string $value, string $of): int
    {
        try {
            $spliced = Splicer::splice($bytes, [[$place, $value]]);
        } catch (UnwritableValue) {
            return 0;
        }
        $hint = "{$of}, at byte {$place->offset}, value ".json_encode($value);
        $tail = strlen($bytes) - $place->offset - $place->length;
        assertSame(substr($bytes, 0, $place->offset), substr($spliced, 0, $place->offset), "nothing before it changes: {$hint}");
        assertSame($tail === 0 ? '' : substr($bytes, -$tail), $tail === 0 ? '' : substr($spliced, -$tail), "nothing behind it changes: {$hint}");
        $after = $format->read($format instanceof Binary ? $format->sealed($spliced) : $spliced);
        $expected = array_map(static fn (Place $p): string => $p->raw, [...$before->references, ...$before->fields]);
        $expected[$index] = $value;
        assertSame($expected, array_map(static fn (Place $p): string => $p->raw, [...$after->references, ...$after->fields]), "the value is read again and no other changes: {$hint}");

        return 1;
    }
}
