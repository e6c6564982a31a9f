<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

/** What came of making the contents of sketched lines. */
final readonly class MadeContents
{
    /**
     * @param  list<MadeLine>  $lines  in the order of the sketches; those that change nothing are left out
     * @param  array<string, string>  $contents  by SHA-256: what is in no store yet
     * @param  array<string, string>  $problems  by the id of a document: why a content of it cannot be made
     */
    public function __construct(public array $lines, public array $contents, public array $problems) {}
}
