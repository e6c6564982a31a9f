<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Small;

use Hafenbuch\Core\Format\MalformedContent;

/** Makes contents of some formats smaller, as far as each part of that is chosen. Nothing is done to what is malformed. */
final class Shrinking
{
    /** Elements in which white space is shown, or means something. */
    private const TEXT_OF_DRAWINGS = ['text', 'tspan', 'textPath', 'style', 'script', 'foreignObject', 'title', 'desc'];

    private const TEXT_OF_MODELS = ['Script', 'ShaderPart', 'ShaderProgram'];

    /**
     * @param  string  $format  as the registry names it
     * @param  string  $text  UTF-8
     * @param  list<string>  $named  the parts of it that others name, by their identifiers
     * @return list<Saving> what can be saved, each for itself
     */
    public static function savings(string $format, string $text, array $named): array
    {
        $savings = array_map(static fn (Cut $cut): Saving => $cut->saving($text), self::cuts($format, $text, $named));

        return array_values(array_filter($savings, static fn (Saving $saving): bool => $saving->bytes > 0));
    }

    /**
     * The text without what was chosen; one part after the other, each looking at what the others have left.
     *
     * @param  list<string>  $keys
     * @param  list<string>  $named
     */
    public static function apply(string $format, string $text, array $keys, array $named): string
    {
        foreach ($keys as $key) {
            foreach (self::cuts($format, $text, $named) as $cut) {
                if ($cut->key === $key) {
                    $text = $cut->apply($text);
                }
            }
        }

        return $text;
    }

    /** Whether anything is known that could be saved in contents of a format. */
    public static function knows(string $format): bool
    {
        return in_array($format, ['SVG', 'X3D', 'XSPF', 'glTF', 'JSON', 'Data Package', 'OpenTimelineIO'], true);
    }

    /**
     * @param  list<string>  $named
     * @return list<Cut>
     */
    private static function cuts(string $format, string $text, array $named): array
    {
        try {
            $xml = in_array($format, ['SVG', 'X3D', 'XSPF'], true) ? XmlCuts::of($text) : null;

            return match ($format) {
                'SVG' => [...$xml->foreign(XmlCuts::SVG_NAMESPACES), ...$xml->unusedDefinitions($named), $xml->comments(), $xml->spaces(self::TEXT_OF_DRAWINGS)],
                'X3D' => [...$xml->emptyNodes($named), $xml->comments(), $xml->spaces(self::TEXT_OF_MODELS)],
                'XSPF' => [$xml->comments(), $xml->spaces([])],
                'glTF' => [...GltfCuts::unused($text), JsonCuts::spaces($text)],
                'JSON', 'Data Package', 'OpenTimelineIO' => [JsonCuts::spaces($text)],
                default => [],
            };
        } catch (MalformedContent) {
            return [];
        }
    }
}
