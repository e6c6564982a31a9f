<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Small;

use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Format\Lexer\JsonLexer;
use Hafenbuch\Core\Format\Lexer\JsonText;
use Hafenbuch\Core\Format\MalformedContent;
use Hafenbuch\Core\Text\Pattern;

/** Images and buffers of a glTF 2.0 file that no number leads to (sections 3.6.1.1 and 3.8.3); the others get new numbers. */
final class GltfCuts
{
    /** By the array: where its numbers stand. */
    private const NAMED_BY = ['images' => ['textures', 'source'], 'buffers' => ['bufferViews', 'buffer']];

    /**
     * @return list<Cut>
     *
     * @throws MalformedContent
     */
    public static function unused(string $text): array
    {
        $json = JsonLexer::read($text);
        $values = json_decode($text, true);
        // An extension can name anything by its number, in places that only it knows.
        if (! is_array($values) || ($values['extensionsUsed'] ?? []) !== []) {
            return [];
        }
        $cuts = [];
        foreach (self::NAMED_BY as $array => [$from, $member]) {
            $all = $values[$array] ?? null;
            if (! is_array($all) || ! array_is_list($all) || ! isset($json->containers["/{$array}"])) {
                continue;
            }
            $used = array_filter(array_column((array) ($values[$from] ?? []), $member), is_int(...));
            $kept = array_values(array_filter(array_keys($all), static fn (int $number): bool => in_array($number, $used, true)));
            if (count($kept) < count($all)) {
                $gone = count($all) - count($kept);
                $cuts[] = new Cut("unused {$array}", "{$gone} ".($gone === 1 ? substr($array, 0, -1) : $array).' that nothing refers to', self::without($text, $json, $array, $kept, $from, $member));
            }
        }

        return $cuts;
    }

    /**
     * @param  list<int>  $kept  by their numbers
     * @return list<Change>
     */
    private static function without(string $text, JsonText $json, string $array, array $kept, string $from, string $member): array
    {
        [$start, $end] = $json->containers["/{$array}"];
        $elements = [];
        foreach ($kept as $number) {
            [$at, $behind] = $json->containers["/{$array}/{$number}"] ?? throw new \LogicException('Every image and buffer is an object.');
            $elements[] = substr($text, $at, $behind - $at);
        }
        if ($elements === []) {
            return [self::member($text, $array, $start, $end)];
        }
        $changes = [new Change($start, $end - $start, '['.implode(',', $elements).']')];
        $numbers = array_flip($kept);
        foreach ($json->containers as $pointer => [$at, $behind]) {
            if (Pattern::matches("~^/{$from}/\\d+$~", (string) $pointer) && Pattern::matches('~"'.$member.'"\s*:\s*(\d+)~', substr($text, $at, $behind - $at), $match, PREG_OFFSET_CAPTURE)) {
                [$digits, $offset] = $match[1];
                if (isset($numbers[(int) $digits])) {
                    $changes[] = new Change($at + $offset, strlen($digits), (string) $numbers[(int) $digits]);
                }
            }
        }

        return $changes;
    }

    /** The whole member of the root, with one of the commas beside it. */
    private static function member(string $text, string $name, int $start, int $end): Change
    {
        $before = substr($text, 0, $start);
        $from = (int) strrpos($before, '"'.$name.'"');
        if (Pattern::matches('~\G\s*,~', $text, $match, 0, $end)) {
            return new Change($from, $end + strlen($match[0]) - $from);
        }
        $comma = strrpos(substr($text, 0, $from), ',');

        return $comma !== false && trim(substr($text, $comma + 1, $from - $comma - 1)) === '' ? new Change($comma, $end - $comma) : new Change($from, $end - $from);
    }
}
