<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Otio;

use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Format;
use Hafenbuch\Core\Format\Language;
use Hafenbuch\Core\Format\Lexer\Faults;
use Hafenbuch\Core\Format\Lexer\JsonLexer;
use Hafenbuch\Core\Format\Lexer\JsonString;
use Hafenbuch\Core\Format\Lexer\JsonText;
use Hafenbuch\Core\Format\Lexer\JsonWanted;
use Hafenbuch\Core\Format\Notation\JsonStringValue;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Format\Versioned;
use Hafenbuch\Core\Format\WrittenInItsLanguage;
use Hafenbuch\Core\Reference\FieldSite;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** OpenTimelineIO (the file format's specification, “ExternalReference”): the target_url of media references, at any depth of stacks. */
final class OtioFormat implements Format, Versioned
{
    use WrittenInItsLanguage;

    private const SEQUENCE = 'ImageSequenceReference';

    public function name(): string
    {
        return 'OpenTimelineIO';
    }

    public function endings(): array
    {
        return ['otio'];
    }

    public function language(): Language
    {
        return Language::Json;
    }

    public function mediaType(): string
    {
        return 'application/vnd.pixar.opentimelineio+json';
    }

    public function read(string $bytes): ParsedContent
    {
        $faults = new Faults;
        // Of a sequence the numbers count too, so all of the text is looked into.
        $hasSequence = str_contains($bytes, self::SEQUENCE);
        $json = JsonLexer::read($bytes, $hasSequence ? null : $this->wanted(), $faults);
        $notation = new JsonStringValue;
        $schema = $json->strings['/OTIO_SCHEMA'] ?? null;
        if ($schema === null) {
            $faults->note($bytes, 0, 'There is no OTIO_SCHEMA at its root');
        }
        $references = [];
        foreach ($json->strings as $pointer => $string) {
            if ($hasSequence && str_ends_with((string) $pointer, '/target_url_base')) {
                array_push($references, ...$this->frames($bytes, $json, $string, $faults));
            }
            if (! str_ends_with((string) $pointer, '/target_url')) {
                continue;
            }
            $of = $json->sibling((string) $pointer, 'OTIO_SCHEMA');
            if ($of !== null && str_starts_with(substr($bytes, $of->offset, $of->length), 'ExternalReference.')) {
                $references[] = new ReferenceSite('media', $string->offset, $string->length, $notation->decode(substr($bytes, $string->offset, $string->length)), $notation);
            }
        }
        $name = $json->strings['/name'] ?? null;
        $fields = $name === null ? [] : [new FieldSite(FieldSite::TITLE, $name->offset, $name->length, $notation->decode(substr($bytes, $name->offset, $name->length)), $notation)];

        return ParsedContent::of($references, $fields, note: $faults->words());
    }

    /** @return list<ReferenceSite> */
    private function frames(string $bytes, JsonText $json, JsonString $base, Faults $faults): array
    {
        $of = $json->sibling($base->pointer, 'OTIO_SCHEMA');
        if ($of === null || ! str_starts_with(substr($bytes, $of->offset, $of->length), self::SEQUENCE.'.')) {
            return [];
        }
        [$start, $end] = $json->containers[substr($base->pointer, 0, (int) strrpos($base->pointer, '/'))] ?? [0, 0];
        $reference = json_decode(substr($bytes, $start, $end - $start), true);
        $frames = is_array($reference) ? ImageSequence::sites($bytes, $reference, $base) : null;
        if ($frames === null) {
            $faults->note($bytes, $base->offset, 'A sequence of images whose numbers make none, or too many');
        }

        return $frames ?? [];
    }

    /** OpenTimelineIO serialized schema, Timeline.1 */
    public function newestVersion(): string
    {
        return '1';
    }

    public function versionOf(string $bytes): ?string
    {
        return Pattern::matches('~"OTIO_SCHEMA"\s*:\s*"Timeline\.(\d+)"~', $bytes, $found) ? $found[1] : null;
    }

    public function blank(string $title): string
    {
        $name = (new JsonStringValue)->encode($title);

        return <<<OTIO
            {
                "OTIO_SCHEMA": "Timeline.1",
                "metadata": {},
                "name": "{$name}",
                "global_start_time": null,
                "tracks": {
                    "OTIO_SCHEMA": "Stack.1",
                    "metadata": {},
                    "name": "tracks",
                    "source_range": null,
                    "effects": [],
                    "markers": [],
                    "children": []
                }
            }

            OTIO;
    }

    private function wanted(): JsonWanted
    {
        static $wanted = null;

        return $wanted ??= JsonWanted::keys(['target_url']);
    }

    public function editing(): ReferenceEditing
    {
        return new OtioEditing;
    }
}
