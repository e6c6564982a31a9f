<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Otio;

use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Format;
use Hafenbuch\Core\Format\Language;
use Hafenbuch\Core\Format\Lexer\Faults;
use Hafenbuch\Core\Format\Lexer\JsonLexer;
use Hafenbuch\Core\Format\Lexer\JsonWanted;
use Hafenbuch\Core\Format\Notation\JsonStringValue;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Format\Versioned;
use Hafenbuch\Core\Reference\FieldSite;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** OpenTimelineIO (the file format's specification, “ExternalReference”): the target_url of media references, at any depth of stacks. */
final class OtioFormat implements Format, Versioned
{
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

    public function placeholder(string $line): string
    {
        return $this->language()->written($line);
    }

    public function read(string $bytes): ParsedContent
    {
        $faults = new Faults;
        $json = JsonLexer::read($bytes, $this->wanted(), $faults);
        $notation = new JsonStringValue;
        $schema = $json->strings['/OTIO_SCHEMA'] ?? null;
        if ($schema === null) {
            $faults->note($bytes, 0, 'There is no OTIO_SCHEMA at its root');
        }
        $references = [];
        foreach ($json->strings as $pointer => $string) {
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
