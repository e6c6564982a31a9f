<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate;

use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\TakeIn\MediaKind;

/** A rule by which files stay out of a crate; all that it says must hold. */
final readonly class LeaveOut
{
    /**
     * @param  ?string  $glob  as fnmatch() takes it, for the whole path or for the name
     * @param  ?string  $folder  of the workspace
     * @param  ?int  $largerThan  bytes
     */
    public function __construct(public ?string $glob = null, public ?MediaKind $kind = null, public ?string $folder = null, public ?int $largerThan = null) {}

    public function fits(GatheredFile $file): bool
    {
        $path = $file->path();

        return ($this->glob !== null || $this->kind !== null || $this->folder !== null || $this->largerThan !== null)
            && ($this->glob === null || fnmatch($this->glob, $path) || fnmatch($this->glob, Path::nameOf($path)))
            && ($this->kind === null || $this->kind === $file->kind)
            && ($this->folder === null || str_starts_with($path, rtrim($this->folder, '/').'/'))
            && ($this->largerThan === null || $file->size > $this->largerThan);
    }

    public function why(): string
    {
        return implode(', ', array_filter([
            $this->glob === null ? null : "its name fits {$this->glob}",
            $this->kind === null ? null : "of the kind {$this->kind->value}",
            $this->folder === null ? null : "it lies in {$this->folder}",
            $this->largerThan === null ? null : 'it is larger than '.number_format($this->largerThan).' bytes',
        ]));
    }
}
