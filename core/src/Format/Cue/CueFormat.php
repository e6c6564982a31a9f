<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Cue;

use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Language;
use Hafenbuch\Core\Format\Legacy;
use Hafenbuch\Core\Format\Lexer\Lines;
use Hafenbuch\Core\Format\Notation\LineText;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Reference\AddressStyle;
use Hafenbuch\Core\Reference\FieldSite;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** Cue sheets: FILE and CDTEXTFILE name a file, with or without quotes; the TITLE before the first TRACK is the disc's. */
final class CueFormat implements Legacy
{
    /** What can stand behind a file's name. */
    private const TYPES = 'BINARY|MOTOROLA|AIFF|WAVE|MP3|FLAC';

    public function name(): string
    {
        return 'CUE';
    }

    public function endings(): array
    {
        return ['cue'];
    }

    public function language(): Language
    {
        return Language::Text;
    }

    public function mediaType(): string
    {
        return 'application/x-cue';
    }

    public function placeholder(string $line): string
    {
        return strtr($line, ['"' => '’']);
    }

    public function read(string $bytes): ParsedContent
    {
        $references = [];
        $fields = [];
        $inTrack = false;
        foreach (Lines::of($bytes) as $offset => $line) {
            if (Pattern::matches('~^(FILE|CDTEXTFILE|TITLE)\s++(?:"([^"]*+)"|(\S.*?)(?:\s++(?:'.self::TYPES.'))?$)~iD', $line, $match, PREG_OFFSET_CAPTURE | PREG_UNMATCHED_AS_NULL)) {
                $isQuoted = $match[2][0] !== null;
                [$raw, $start] = $isQuoted ? $match[2] : $match[3];
                $notation = $isQuoted
                    ? new LineText('a cue sheet', '~["\\\\]~', 'it has a quote or a backslash, which a cue sheet cannot hold')
                    : new LineText('a cue sheet', '~[\s"\\\\]~', 'without quotes it can hold no white space, no quote and no backslash');
                if (strtoupper((string) $match[1][0]) !== 'TITLE') {
                    $references[] = new ReferenceSite('track', $offset + $start, strlen((string) $raw), (string) $raw, $notation, AddressStyle::PlainPath);
                } elseif (! $inTrack && $fields === []) {
                    $fields[] = new FieldSite(FieldSite::TITLE, $offset + $start, strlen((string) $raw), (string) $raw, $notation);
                }
            } elseif (Pattern::matches('~^TRACK\s~i', $line)) {
                $inTrack = true;
            }
        }

        return ParsedContent::of($references, $fields);
    }

    public function blank(string $title): string
    {
        return 'TITLE "'.strtr(Pattern::replace('~\s+~', ' ', $title), '"', "'")."\"\n";
    }

    public function editing(): ReferenceEditing
    {
        return new CueEditing;
    }
}
