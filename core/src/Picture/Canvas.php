<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Picture;

/** A sheet of paper that is drawn on, as SVG 2 (https://www.w3.org/TR/SVG2/). Lengths are its own units, of which it has 240 × 180. */
final class Canvas
{
    public const WIDTH = 240;

    public const HEIGHT = 180;

    public const INK = '#17303A';

    public const SOFT = '#4A5C64';

    public const RULE = '#B9AE95';

    public const TINT = '#DCE9E8';

    public const BRASS = '#8A6420';

    public const BRASS_TINT = '#F0E4C9';

    private const PAPER = '#FCFAF5';

    /** A line of more characters is cut, so that it is no larger than what it is drawn on. */
    private const LONGEST = 200;

    private string $shapes = '';

    public function rectangle(float $x, float $y, float $width, float $height, string $fill, ?string $line = null): void
    {
        $this->shapes .= '<rect x="'.self::number($x).'" y="'.self::number($y).'" width="'.self::number(max(0.0, $width)).'" height="'.self::number(max(0.0, $height)).'" fill="'.$fill.'"'.($line === null ? '' : " stroke=\"{$line}\"").'/>';
    }

    public function line(float $x, float $y, float $toX, float $toY, string $ink = self::RULE): void
    {
        $this->shapes .= '<path d="M'.self::number($x).' '.self::number($y).'L'.self::number($toX).' '.self::number($toY)."\" stroke=\"{$ink}\"/>";
    }

    /** @param list<array{float, float}> $points */
    public function area(array $points, string $fill): void
    {
        $this->shapes .= '<path d="M'.implode('L', array_map(static fn (array $point): string => self::number($point[0]).' '.self::number($point[1]), $points))."Z\" fill=\"{$fill}\"/>";
    }

    /** One line of words. */
    public function words(float $x, float $y, string $words, float $size, string $ink = self::INK, bool $isTitle = false): void
    {
        $face = $isTitle ? 'Literata, Georgia, serif' : "'Source Sans 3', system-ui, sans-serif";
        $weight = $isTitle ? ' font-weight="600"' : '';
        $this->shapes .= '<text x="'.self::number($x).'" y="'.self::number($y).'" font-size="'.self::number($size)."\" font-family=\"{$face}\"{$weight} fill=\"{$ink}\">".self::escaped($words).'</text>';
    }

    /** A picture, as large as it can be in that room. */
    public function jpeg(float $x, float $y, float $width, float $height, string $bytes): void
    {
        $this->shapes .= '<image x="'.self::number($x).'" y="'.self::number($y).'" width="'.self::number($width).'" height="'.self::number($height).'" href="data:image/jpeg;base64,'.base64_encode($bytes).'"/>';
    }

    public function svg(): string
    {
        return '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 '.self::WIDTH.' '.self::HEIGHT.'" width="'.self::WIDTH.'" height="'.self::HEIGHT.'">'
            .'<rect width="100%" height="100%" fill="'.self::PAPER.'"/>'.$this->shapes.'</svg>';
    }

    /** Characters that XML cannot hold are left out, and so is whatever would act unseen. */
    private static function escaped(string $words): string
    {
        $clean = (string) mb_scrub(mb_substr($words, 0, self::LONGEST), 'UTF-8');

        return htmlspecialchars(implode('', array_filter(mb_str_split($clean), static fn (string $letter): bool => mb_ord($letter) >= 0x20 && mb_ord($letter) < 0xFFFE && ! in_array(mb_ord($letter), [0x7F, 0x200E, 0x200F, 0x2066, 0x2067, 0x2068, 0x2069, ...range(0x202A, 0x202E)], true))), ENT_XML1 | ENT_QUOTES);
    }

    private static function number(float $value): string
    {
        return rtrim(rtrim(number_format($value, 1, '.', ''), '0'), '.');
    }
}
