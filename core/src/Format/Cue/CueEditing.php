<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Cue;

use Hafenbuch\Core\Format\Editing\LineEditing;
use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Notation\LineText;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** A file comes in with a track of its own, under the next number, and goes with all its tracks. */
final readonly class CueEditing implements ReferenceEditing
{
    public function openings(string $bytes, string $label): array
    {
        $track = 1 + (int) Pattern::matchAll('~^\s*TRACK\s~mi', $bytes);
        $title = strtr($label, ['"' => "'", "\r" => ' ', "\n" => ' ']);

        return $this->lines(sprintf("\" WAVE\n  TRACK %02d AUDIO\n    TITLE \"%s\"\n    INDEX 01 00:00:00", $track, $title))->openings($bytes, $label);
    }

    public function removal(string $bytes, ReferenceSite $site): array
    {
        return $this->lines('')->removal($bytes, $site);
    }

    private function lines(string $after): LineEditing
    {
        $notation = new LineText('a cue sheet', '~"~', 'it has a quote, which a cue sheet cannot hold');

        return new LineEditing('track', 'FILE "', $notation, $after, next: '~^(?:FILE|CDTEXTFILE)\s~i');
    }
}
