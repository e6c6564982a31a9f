<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Obj;

use Hafenbuch\Core\Format\Bulky;
use Hafenbuch\Core\Format\Editing\LineEditing;
use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Language;
use Hafenbuch\Core\Format\Notation\LineText;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Reference\AddressStyle;
use Hafenbuch\Core\Reference\ReferenceSite;

/** OBJ geometry (the format's description, “Display/render attributes” and “General statement”): mtllib, maplib, shadow_obj, trace_obj and call. */
final class ObjFormat implements Bulky
{
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

    public function placeholder(string $line): string
    {
        return $this->language()->written($line);
    }

    public function read(string $bytes): ParsedContent
    {
        // Nearly all lines of such a file are numbers; only these matter.
        preg_match_all('~^[ \t]*(mtllib|maplib|shadow_obj|trace_obj|call)[ \t]+([^\r\n]*[^\s])~m', $bytes, $lines, PREG_SET_ORDER | PREG_OFFSET_CAPTURE);
        $references = [];
        foreach ($lines as $line) {
            [$statement, $rest, $start] = [$line[1][0], $line[2][0], $line[2][1]];
            $isLibrary = $statement === 'mtllib';
            // A library's name ends with .mtl, so that names with spaces and lists of names can be told apart.
            preg_match_all($isLibrary ? '~\S(?:.*?\.mtl(?=\s|$)|\S*)~i' : '~^\S+~', $rest, $names, PREG_OFFSET_CAPTURE);
            foreach ($names[0] as [$name, $at]) {
                $notation = $isLibrary
                    ? new LineText('an OBJ file', '~^(?!.*\.mtl$)|\.mtl\s~i', 'a material library’s name ends with .mtl there')
                    : new LineText('an OBJ file', '~\s~', 'it has white space');
                $references[] = new ReferenceSite($isLibrary ? 'materials' : 'file', $start + $at, strlen($name), $name, $notation, AddressStyle::PlainPath);
            }
        }

        return ParsedContent::of($references);
    }

    public function blank(string $title): string
    {
        return '# '.trim(preg_replace('~\s+~', ' ', $title) ?? '')."\n";
    }

    public function editing(): ReferenceEditing
    {
        return new LineEditing('materials', 'mtllib ', new LineText('an OBJ file', '~^(?!.*\.mtl$)|\.mtl\s~i', 'a material library’s name ends with .mtl there'));
    }
}
