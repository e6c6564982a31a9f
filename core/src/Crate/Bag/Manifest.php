<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Bag;

use Hafenbuch\Core\Text\Pattern;

/** A manifest of a bag: a line a file, with its checksum (RFC 8493, sections 2.1.3 and 2.2.1). */
final class Manifest
{
    /** What is checked, by the name that RFC 8493, section 2.4, gives it. */
    public const ALGORITHMS = ['md5', 'sha1', 'sha224', 'sha256', 'sha384', 'sha512'];

    /** @param array<string, string> $sums by path */
    public static function write(array $sums): string
    {
        ksort($sums, SORT_STRING);
        $lines = '';
        foreach ($sums as $path => $sum) {
            $lines .= "{$sum}  ".self::encoded((string) $path)."\n";
        }

        return $lines;
    }

    /**
     * @return array{array<string, string>, list<string>} sums by path, and what is wrong with which lines
     */
    public static function read(string $text): array
    {
        $sums = $faults = [];
        foreach (explode("\n", str_replace(["\r\n", "\r"], "\n", $text)) as $number => $line) {
            if ($line === '') {
                continue;
            }
            if (! Pattern::matches('~^([0-9a-fA-F]+)[ \t]+\*?(.+)$~Ds', $line, $found)) {
                $faults[] = 'Line '.($number + 1).' is no checksum and path.';

                continue;
            }
            $path = self::decoded(str_starts_with($found[2], './') ? substr($found[2], 2) : $found[2]);
            if (isset($sums[$path])) {
                $faults[] = "It lists {$path} twice.";
            }
            $sums[$path] = strtolower($found[1]);
        }

        return [$sums, $faults];
    }

    /** Line ends and the percent sign itself are percent-encoded, and nothing else. */
    public static function encoded(string $path): string
    {
        return str_replace(['%', "\r", "\n"], ['%25', '%0D', '%0A'], $path);
    }

    public static function decoded(string $path): string
    {
        return str_ireplace(['%0D', '%0A', '%25'], ["\r", "\n", '%'], $path);
    }
}
