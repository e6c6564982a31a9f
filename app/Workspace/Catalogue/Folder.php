<?php

declare(strict_types=1);

namespace App\Workspace\Catalogue;

/** What lies in a folder. */
final readonly class Folder
{
    /**
     * @param  list<string>  $documents  ids of those in the folder itself
     * @param  array<string, FolderSum>  $folders  those inside it, by their names, in their order
     */
    public function __construct(public array $documents, public array $folders) {}
}
