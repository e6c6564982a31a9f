<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate;

use Hafenbuch\Core\Reference\Address;
use Hafenbuch\Core\Release\Mark;
use Hafenbuch\Core\TakeIn\MediaKind;

/** A file that may go into a crate, at one moment. */
final readonly class GatheredFile
{
    /**
     * @param  string  $end  by which references name it: a path of the workspace, or the end of an address, see Address
     * @param  ?string  $id  of its document; null: it lies outside
     * @param  string  $hash  SHA-256 of the content that is packed
     * @param  int  $size  in bytes
     * @param  ?string  $savedHash  of the file in the workspace; null: it has none
     * @param  bool  $isReadWhole  whether it is known to refer to nothing else
     * @param  ?string  $recipe  how it can be made again, in a person's words
     * @param  string  $stat  as of OnDisk
     * @param  ?string  $liesAt  path of the workspace that has the content now, where it is another one
     * @param  ?Mark  $mark  how far the document has come; null: nobody has moved it, or it is packed as it was or is a draft
     * @param  ?string  $leadsTo  where a symbolic link ends; null: it is none
     */
    public function __construct(
        public string $end,
        public ?string $id,
        public string $hash,
        public int $size,
        public MediaKind $kind,
        public string $format,
        public ContentOrigin $from,
        public ?string $title = null,
        public ?string $savedHash = null,
        public bool $isReadWhole = true,
        public ?string $recipe = null,
        public ?string $leadsTo = null,
        public string $stat = '',
        public ?string $liesAt = null,
        public ?Mark $mark = null,
    ) {}

    /** Where it lies: a path of the workspace, or an absolute one. */
    public function path(): string
    {
        return Address::of($this->end) ?? $this->end;
    }
}
