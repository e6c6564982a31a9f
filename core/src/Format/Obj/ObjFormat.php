<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Obj;

use Hafenbuch\Core\Format\Bulky;
use Hafenbuch\Core\Format\Editing\LineEditing;
use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Language;
use Hafenbuch\Core\Format\Legacy;
use Hafenbuch\Core\Format\Notation\LineText;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Format\WrittenInItsLanguage;
use Hafenbuch\Core\Reference\AddressStyle;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** OBJ geometry (the format's description, “Display/render attributes” and “General statement”): mtllib, maplib, shadow_obj, trace_obj and call. */
final class ObjFormat implements Bulky, Legacy
{
    use WrittenInItsLanguage;

    public function name(): string
    {
        return 'OBJ';
    }

    public function endings(): array
    {
        return ['obj'];
    }

    public function language(): Language
    {
        return Language::Text;
    }

    public function mediaType(): string
    {
        return 'model/obj';
    }

    public function read(string $bytes): ParsedContent
    {
        // Nearly all lines of such a file are numbers; only these matter.
        Pattern::matchAll('~^[ \t]*+(mtllib|maplib|shadow_obj|trace_obj|call)[ \t]++((?:[^\r\n\\\\]++|\\\\\r?\n|\\\\)*+)~m', $bytes, $lines, PREG_SET_ORDER | PREG_OFFSET_CAPTURE);
        $references = [];
        foreach ($lines as $line) {
            [$statement, $rest, $start] = [$line[1][0], self::joined($line[2][0]), $line[2][1]];
            $isLibrary = $statement === 'mtllib';
            // A library's name ends with .mtl, so that names with spaces and lists of names can be told apart.
            foreach ($isLibrary ? self::libraries($rest) : [[substr($rest, 0, strcspn($rest, " \t")), 0]] as [$name, $at]) {
                $notation = $isLibrary
                    ? new LineText('an OBJ file', '~^(?!.*\.mtl$)|\.mtl\s~i', 'a material library’s name ends with .mtl there')
                    : new LineText('an OBJ file', '~\s|\\\\$~', 'it has white space, or ends with a backslash, which joins two lines there');
                $references[] = new ReferenceSite($isLibrary ? 'materials' : 'file', $start + $at, strlen($name), $name, $notation, AddressStyle::PlainPath);
            }
        }

        return ParsedContent::of($references);
    }

    /** A backslash at its end joins a line with the next one. */
    private static function joined(string $rest): string
    {
        return rtrim(str_replace(["\\\r\n", "\\\n"], ['   ', '  '], $rest));
    }

    /** @return list<array{string, int}> names with their places: up to a word that ends with .mtl, where there still is one */
    private static function libraries(string $rest): array
    {
        Pattern::matchAll('~\S++~', $rest, $words, PREG_OFFSET_CAPTURE);
        $names = [];
        $begin = null;
        $last = -1;
        foreach ($words[0] as $number => [$word]) {
            $last = Pattern::matches('~\.mtl$~iD', $word) && ($number > 0 || strlen($word) > strlen('.mtl')) ? $number : $last;
        }
        foreach ($words[0] as $number => [$word, $at]) {
            $begin ??= $at;
            $isEnd = Pattern::matches('~\.mtl$~iD', $word) && $at + strlen($word) - $begin > strlen('.mtl');
            if ($isEnd || $number > $last) {
                $names[] = [substr($rest, $begin, $at + strlen($word) - $begin), $begin];
                $begin = null;
            }
        }

        return $begin === null ? $names : [...$names, [substr($rest, $begin), $begin]];
    }

    public function blank(string $title): string
    {
        return '# '.trim(Pattern::replace('~\s+~', ' ', $title))."\n";
    }

    public function editing(): ReferenceEditing
    {
        return new LineEditing('materials', 'mtllib ', new LineText('an OBJ file', '~^(?!.*\.mtl$)|\.mtl\s~i', 'a material library’s name ends with .mtl there'));
    }
}
