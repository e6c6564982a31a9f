<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format;

use Hafenbuch\Core\Format\Editing\ReferenceEditing;

/** One open format: where its references and fields stand, and how text is written there. */
interface Format
{
    /** The short name by which the format is known in the interface and the command line. */
    public function name(): string;

    /** @return list<string> file extensions in lower case, without the dot; or whole file names, with theirs */
    public function endings(): array;

    public function language(): Language;

    /** As registered with IANA, where it is. */
    public function mediaType(): string;

    /** A line of words as a template’s placeholder gives it into such a content. */
    public function placeholder(string $line): string;

    /** @param string $bytes UTF-8; where it is malformed the note says so, and what stands around that is read */
    public function read(string $bytes): ParsedContent;

    /** The content that a new document of this format starts with. */
    public function blank(string $title): string;

    /** How references are added and taken out. */
    public function editing(): ReferenceEditing;
}
