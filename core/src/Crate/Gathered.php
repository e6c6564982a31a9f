<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate;

/** All that may go into a crate: the chosen files, and at least those below them. */
final readonly class Gathered
{
    /**
     * @param  list<string>  $tops  ends of the chosen files
     * @param  array<string, GatheredFile>  $files  by end
     * @param  array<string, list<GatheredReference>>  $references  by the end of the file that has them
     * @param  array<string, list<string>>  $companions  by the end of a document: the ends of the files that belong to it by their names
     * @param  array<string, string>  $refused  by end: why a file outside cannot be taken along
     */
    public function __construct(public array $tops, public array $files, public array $references, public array $companions = [], public array $refused = []) {}
}
