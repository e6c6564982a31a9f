<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Otio;

use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Format\Editing\JsonArrays;
use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Lexer\JsonLexer;
use Hafenbuch\Core\Format\Notation\JsonStringValue;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** A new reference is a clip at the end of the first track; one that goes leaves a MissingReference, so that the timing stays. */
final readonly class OtioEditing implements ReferenceEditing
{
    public function openings(string $bytes, string $label): array
    {
        $json = JsonLexer::read($bytes);
        $name = (new JsonStringValue)->encode($label);
        $clip = ['{"OTIO_SCHEMA": "Clip.1", "name": "'.$name.'", "source_range": null, "effects": [], "markers": [], "metadata": {}, "media_reference": {"OTIO_SCHEMA": "ExternalReference.1", "name": "", "available_range": null, "metadata": {}, "target_url": "', '"}}'];
        if (isset($json->containers['/tracks/children/0/children'])) {
            [$at, $notation] = JsonArrays::end($bytes, $json, '/tracks/children/0/children', ...$clip);
        } elseif (isset($json->containers['/tracks/children'])) {
            $track = '{"OTIO_SCHEMA": "Track.1", "name": "", "kind": "Video", "source_range": null, "effects": [], "markers": [], "metadata": {}, "children": [';
            [$at, $notation] = JsonArrays::end($bytes, $json, '/tracks/children', $track.$clip[0], $clip[1].']}');
        } else {
            return [];
        }

        return [new ReferenceSite('media', $at, 0, '', $notation)];
    }

    public function removal(string $bytes, ReferenceSite $site): ?array
    {
        $json = JsonLexer::read($bytes);
        foreach ($json->strings as $pointer => $string) {
            if ($string->offset !== $site->offset) {
                continue;
            }
            $schema = $json->sibling((string) $pointer, 'OTIO_SCHEMA');
            if ($schema === null) {
                return null;
            }
            $edits = [new Change($schema->offset, $schema->length, 'MissingReference.1')];
            $member = $this->member($bytes, $string->offset, $string->length);

            return $member === null ? null : [...$edits, $member];
        }

        return null;
    }

    /** The member `"target_url": "…"` with one comma beside it. */
    private function member(string $bytes, int $offset, int $length): ?Change
    {
        if (! Pattern::matches('~(,\s*)?"target_url"\s*:\s*"$~', substr($bytes, max(0, $offset - 400), min(400, $offset)), $before)) {
            return null;
        }
        $hasComma = isset($before[1]);
        $after = ! $hasComma && Pattern::matches('~\G"\s*,\s*~', $bytes, $match, 0, $offset + $length) ? strlen($match[0]) : 1;

        return new Change($offset - strlen($before[0]), strlen($before[0]) + $length + $after);
    }
}
