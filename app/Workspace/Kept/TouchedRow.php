<?php

declare(strict_types=1);

namespace App\Workspace\Kept;

/** The row of a document, as far as what is kept rests on it. */
final readonly class TouchedRow
{
    /** Without a file there is none yet; where it has gone, what points at it is a stray. */
    public const NO_FILE = '0';

    public const THERE = '1';

    public const GONE = '2';

    /** In the database’s words. */
    public const FILE = "if(saved_hash is null, '0', if(is_gone, '2', '1'))";

    /**
     * @param  string  $pathKey  in hexadecimal digits
     * @param  string  $file  one of the letters above
     * @param  bool  $isDropped  whether it is out of sight
     * @param  int  $touchedAt  in microseconds since 1970
     */
    public function __construct(public string $id, public string $pathKey, public string $file, public bool $isDropped, public int $touchedAt) {}
}
