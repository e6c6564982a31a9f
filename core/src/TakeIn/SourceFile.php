<?php

declare(strict_types=1);

namespace Hafenbuch\Core\TakeIn;

use Hafenbuch\Core\Reference\Address;

/** A file from elsewhere that a reference names. */
final readonly class SourceFile
{
    /**
     * @param  string  $path  absolute
     * @param  string  $hash  SHA-256
     * @param  int  $size  in bytes
     * @param  string  $stat  as of OnDisk
     * @param  string  $referrer  the path of a document, or of a source file, that refers to it
     * @param  list<string>  $ends  that its own references have, see Address
     */
    public function __construct(
        public string $path,
        public string $hash,
        public int $size,
        public MediaKind $kind,
        public string $stat,
        public string $referrer,
        public array $ends = [],
        public bool $isReadWhole = true,
    ) {}

    /** @return list<string> the files outside of the workspace that it refers to */
    public function filesOutside(): array
    {
        return array_values(array_filter(array_map(static fn (string $end): string => (string) Address::of($end), $this->ends), Address::isFile(...)));
    }
}
