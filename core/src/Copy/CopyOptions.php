<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Copy;

use Hafenbuch\Core\Naming\NamingRule;

/** How a document is copied with all below it. */
final readonly class CopyOptions
{
    /**
     * @param  string  $folder  the folder that holds the copies; '' for the workspace's own
     * @param  bool  $isFlat  whether all copies go into that one folder; else they keep their folders relative to one another
     * @param  array<string, true>  $shared  ids of documents at which the copies go on pointing
     * @param  array<string, string>  $paths  by id: paths that a person has given in place of the rule's
     */
    public function __construct(
        public NamingRule $rule,
        public string $folder,
        public bool $isFlat = false,
        public array $shared = [],
        public array $paths = [],
    ) {}
}
