<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Gltf;

use Hafenbuch\Core\Format\Editing\JsonArrays;
use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Lexer\JsonLexer;
use Hafenbuch\Core\Format\Notation\Inserted;
use Hafenbuch\Core\Format\Notation\JsonStringValue;
use Hafenbuch\Core\Reference\ReferenceSite;

/** A new reference is one more image. None can be taken out: the other parts of the file name images and buffers by their number. */
final readonly class GltfEditing implements ReferenceEditing
{
    public function openings(string $bytes, string $label): array
    {
        $json = JsonLexer::read($bytes);
        if (isset($json->containers['/images'])) {
            [$at, $notation] = JsonArrays::end($bytes, $json, '/images', '{"uri": "', '"}');
        } elseif ($json->rootOffset !== null && ! $json->rootIsEmpty) {
            [$at, $notation] = [$json->rootOffset, new Inserted("\n    \"images\": [{\"uri\": \"", new JsonStringValue, '"}],')];
        } else {
            return [];
        }

        return [new ReferenceSite('texture', $at, 0, '', $notation)];
    }

    public function removal(string $bytes, ReferenceSite $site): ?array
    {
        return null;
    }
}
