<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Find;

use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Change\Changes;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** A text that is to stand in place of another, wherever that stands. */
final readonly class Replacing
{
    /**
     * @param  string  $find  as it stands in the text, and not as a pattern
     * @param  string  $put  which may be nothing
     * @param  bool  $isCaseKept  whether letter case must be the same
     * @param  bool  $isWholeWord  whether no letter or figure may stand beside it
     * @param  bool  $isInReferences  whether what stands inside a reference is meant too: then that points elsewhere
     */
    public function __construct(public string $find, public string $put, public bool $isCaseKept = false, public bool $isWholeWord = false, public bool $isInReferences = false) {}

    /**
     * Where it stands, none overlapping.
     *
     * @param  string  $text  UTF-8
     * @param  list<ReferenceSite>  $references  of the text
     * @return list<array{offset: int, length: int, isReference: bool}> in their order, in bytes
     */
    public function places(string $text, array $references): array
    {
        if ($this->find === '') {
            return [];
        }
        $beside = $this->isWholeWord ? ['(?<![\pL\pN])', '(?![\pL\pN])'] : ['', ''];
        Pattern::matchAll('~'.$beside[0].preg_quote($this->find, '~').$beside[1].'~u'.($this->isCaseKept ? '' : 'i'), $text, $matches, PREG_OFFSET_CAPTURE);
        $places = [];
        $number = 0;
        foreach ($matches[0] as [$found, $offset]) {
            $end = $offset + strlen($found);
            while (isset($references[$number]) && $references[$number]->offset + $references[$number]->length <= $offset) {
                $number++;
            }
            $isReference = isset($references[$number]) && $references[$number]->offset < $end;
            if (! $isReference || $this->isInReferences) {
                $places[] = ['offset' => $offset, 'length' => strlen($found), 'isReference' => $isReference];
            }
        }

        return $places;
    }

    /** @param list<array{offset: int, length: int}> $places */
    public function changes(array $places): Changes
    {
        return Changes::of(...array_map(fn (array $place): Change => new Change($place['offset'], $place['length'], $this->put), $places));
    }
}
