<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Markdown;

use Hafenbuch\Core\Format\Notation\YamlScalar;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** Values of front matter that are paths: of some keys, alone or in a list, on one line each (YAML 1.2, sections 7.3, 7.4.1 and 8.2.1). */
final class FrontMatterPaths
{
    private const SCALAR = '(?:"(?:[^"\\\\\r\n]++|\\\\.)*+"|\'(?:[^\'\r\n]++|\'\')*+\'|[^\s"\'|>&*!%@`\[\]{},#-][^\s,\]#]*+|-(?=\S)[^\s,\]#]*+)';

    /** Alone on its line a plain scalar may have spaces and commas. */
    private const LINE = '(?:"(?:[^"\\\\\r\n]++|\\\\.)*+"|\'(?:[^\'\r\n]++|\'\')*+\'|[^\s"\'|>&*!%@`\[\]{},#](?:[^\r\n#]|(?<=\S)#)*?(?=[ \t]*(?:[ \t]#[^\r\n]*)?\r?\z))';

    /**
     * @param  list<string>  $keys
     * @param  int  $offset  of the YAML in the content
     * @return list<ReferenceSite>
     */
    public static function in(string $yaml, int $offset, array $keys): array
    {
        $sites = [];
        $names = implode('|', array_map(static fn (string $key): string => preg_quote($key, '~'), $keys));
        if ($names === '') {
            return [];
        }
        Pattern::matchAll("~^[ ]*+(?:- )?(?:{$names})[ ]*+:[ \\t]*+(\\[[^\\]\\r\\n]*+\\]|[^\\s\\[][^\\r\\n]*+|\\r?\\n(?:[ ]*+- [^\\r\\n]*+(?:\\r?\\n|\\z))++)~m", $yaml, $values, PREG_OFFSET_CAPTURE);
        foreach ($values[1] as [$value, $at]) {
            array_push($sites, ...self::scalars($value, $offset + $at));
        }

        return $sites;
    }

    /** @return list<ReferenceSite> */
    private static function scalars(string $value, int $offset): array
    {
        $begin = match (true) {
            $value[0] === '[' => '[\[,][ \t]*+',
            $value[0] === "\n" || $value[0] === "\r" => '^[ ]*+- [ \t]*+',
            default => '\A',
        };
        $scalar = $begin === '\A' ? self::LINE : self::SCALAR;
        $notation = new YamlScalar(mayBePlain: false);
        $sites = [];
        Pattern::matchAll("~{$begin}({$scalar})~m", $value, $scalars, PREG_OFFSET_CAPTURE);
        foreach ($scalars[1] as [$scalar, $at]) {
            $raw = $notation->decode($scalar);
            // A word alone is a name or a switch.
            if (Pattern::matches('~[./]~', $raw)) {
                $sites[] = new ReferenceSite('front matter', $offset + $at, strlen($scalar), $raw, $notation);
            }
        }

        return $sites;
    }
}
