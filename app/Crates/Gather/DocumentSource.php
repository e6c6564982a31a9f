<?php

declare(strict_types=1);

namespace App\Crates\Gather;

use Hafenbuch\Core\Crate\GatheredFile;
use Hafenbuch\Core\Crate\GatheredReference;

/** Documents of a workspace as of one moment. */
interface DocumentSource
{
    /**
     * @param  list<string>  $paths
     * @return array<string, array{GatheredFile, list<GatheredReference>}> by path, of those that have a content
     */
    public function at(array $paths): array;

    /**
     * Paths of all that is known to be below, to be read together; more are asked for as they turn up.
     *
     * @param  list<string>  $tops  paths
     * @return list<string>
     */
    public function below(array $tops): array;

    /**
     * @param  list<string>  $ids
     * @return list<string> the paths of documents, of those that have a content
     */
    public function paths(array $ids): array;

    /** @return list<string> the paths of everything in a folder; '' is all of the workspace */
    public function inFolder(string $folder): array;
}
