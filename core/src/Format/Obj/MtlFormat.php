<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Obj;

use Hafenbuch\Core\Format\Bulky;
use Hafenbuch\Core\Format\Editing\LineEditing;
use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Language;
use Hafenbuch\Core\Format\Legacy;
use Hafenbuch\Core\Format\Lexer\Lines;
use Hafenbuch\Core\Format\Notation\LineText;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Format\WrittenInItsLanguage;
use Hafenbuch\Core\Reference\AddressStyle;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** MTL materials (the format's description, “Texture map statements” and “Reflection map statement”): the file behind a statement's options. */
final class MtlFormat implements Bulky, Legacy
{
    use WrittenInItsLanguage;

    private const STATEMENT = '~^(?:map_(?!aat[ \t])[A-Za-z]+|bump|disp|decal|refl|norm)[ \t]+~i';

    /** An option with its arguments: numbers for most, one word for the others. */
    private const OPTION = '~\G-(?:(?:mm|[ost])(?:[ \t]+[-+]?[0-9.][0-9.eE+\-]*){1,3}|(?:blendu|blendv|cc|clamp|imfchan|type|bm|boost|texres)[ \t]+\S+)[ \t]+~i';

    public function name(): string
    {
        return 'MTL';
    }

    public function endings(): array
    {
        return ['mtl'];
    }

    public function language(): Language
    {
        return Language::Text;
    }

    public function mediaType(): string
    {
        return 'model/mtl';
    }

    public function read(string $bytes): ParsedContent
    {
        $references = [];
        foreach (Lines::of($bytes) as $offset => $line) {
            if (! Pattern::matches(self::STATEMENT, $line, $match)) {
                continue;
            }
            $at = strlen($match[0]);
            while (Pattern::matches(self::OPTION, $line, $option, 0, $at)) {
                $at += strlen($option[0]);
            }
            $name = substr($line, $at);
            if ($name !== '') {
                $notation = new LineText('an MTL file', '~^-(?:mm|[ost]|blendu|blendv|cc|clamp|imfchan|type|bm|boost|texres)[ \t]~i', 'it would be read as an option');
                $references[] = new ReferenceSite('texture', $offset + $at, strlen($name), $name, $notation, AddressStyle::PlainPath);
            }
        }

        return ParsedContent::of($references);
    }

    public function blank(string $title): string
    {
        return '# '.trim(Pattern::replace('~\s+~', ' ', $title))."\n";
    }

    public function editing(): ReferenceEditing
    {
        return new LineEditing('texture', 'map_Kd ', new LineText('an MTL file', '~^-~', 'it would be read as an option'));
    }
}
