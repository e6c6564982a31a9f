<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\DataPackage;

use Hafenbuch\Core\Format\Editing\JsonArrays;
use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Lexer\JsonLexer;
use Hafenbuch\Core\Reference\AddressStyle;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** A new reference is a resource of its own, named as the specification allows: lower case, digits, `.`, `-` and `_`. */
final readonly class DataPackageEditing implements ReferenceEditing
{
    public function openings(string $bytes, string $label): array
    {
        $json = JsonLexer::read($bytes);
        if (! isset($json->containers['/resources'])) {
            return [];
        }
        $name = trim(Pattern::replace('~[^a-z0-9._-]+~', '-', strtolower($label)), '-');
        [$at, $notation] = JsonArrays::end($bytes, $json, '/resources', '{"name": "'.($name === '' ? 'resource' : $name).'", "path": "', '"}');

        return [new ReferenceSite('data', $at, 0, '', $notation, AddressStyle::PlainPath)];
    }

    public function removal(string $bytes, ReferenceSite $site): ?array
    {
        $json = JsonLexer::read($bytes);
        foreach ($json->strings as $pointer => $string) {
            if ($string->offset === $site->offset && Pattern::matches('~^(/resources/\d+)/path$~', (string) $pointer, $match)) {
                $edit = JsonArrays::without($bytes, $json, $match[1]);

                return $edit === null ? null : [$edit];
            }
        }

        return null;
    }
}
