<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Release\Mark;

/** What of a document matters for its state in the chain. */
final readonly class ReleasedDocument
{
    /**
     * @param  bool  $hasFile  whether there is a saved content, which alone can be released
     * @param  bool  $isUnsaved  whether there is a draft
     * @param  ?string  $withheld  why the person may not change anything of it, in a sentence
     * @param  list<string>  $refersTo  ids
     */
    public function __construct(public string $id, public string $path, public Mark $mark, public bool $hasFile, public bool $isUnsaved, public ?string $withheld, public array $refersTo) {}
}
