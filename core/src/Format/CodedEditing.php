<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format;

use Hafenbuch\Core\Change\Changes;
use Hafenbuch\Core\Charset\CodedText;
use Hafenbuch\Core\Charset\UnsayableText;
use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Reference\UnwritableValue;

/** The editing of a format, whose places are those of a text, for contents in any charset. */
final readonly class CodedEditing implements ReferenceEditing
{
    /** @param \Closure(string): ?CodedText $coded  null: it is no text of the format */
    public function __construct(private Format $format, private \Closure $coded) {}

    public function openings(string $bytes, string $label): array
    {
        $coded = ($this->coded)($bytes);
        if ($coded === null) {
            return [];
        }
        $openings = $this->format->editing()->openings($coded->text, $label);

        return $coded->isPlain() ? $openings : array_map(fn (ReferenceSite $site): ReferenceSite => CodedPlaces::opening($site, $coded, $this->format->language()), $openings);
    }

    public function removal(string $bytes, ReferenceSite $site): ?array
    {
        $coded = ($this->coded)($bytes);
        if ($coded === null) {
            return null;
        }
        if ($coded->isPlain()) {
            return $this->format->editing()->removal($bytes, $site);
        }
        $inText = $this->inText($coded, $site);
        $changes = $inText === null ? null : $this->format->editing()->removal($coded->text, $inText);
        try {
            return $changes === null ? null : $coded->inBytes(Changes::of(...$changes))->all;
        } catch (UnsayableText $unsayable) {
            throw new UnwritableValue($unsayable->getMessage(), 0, $unsayable);
        }
    }

    private function inText(CodedText $coded, ReferenceSite $site): ?ReferenceSite
    {
        $offset = $coded->inText($site->offset);
        foreach ($this->format->read($coded->text)->references as $candidate) {
            if ($candidate->offset === $offset) {
                return $candidate;
            }
        }

        return null;
    }
}
