<?php

declare(strict_types=1);

namespace App\Relink;

use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Reference\Address;

/** What references name that is no document of the workspace, with all of them. */
final class Stray
{
    /** @var list<StrayPlace> */
    public array $places = [];

    /**
     * @param  string  $end  see Address
     * @param  ?string  $elsewhere  the workspace in whose folder it lies, where the asker may read that
     */
    public function __construct(public readonly string $end, public readonly StrayKind $kind, public readonly ?string $elsewhere = null) {}

    /** The path or address that is named. */
    public function name(): string
    {
        return Address::of($this->end) ?? $this->end;
    }

    /** The folder that it lay in, the host of a web address, or the kind of a device. */
    public function folder(): string
    {
        return match ($this->kind) {
            StrayKind::Web => (string) preg_replace('~^([a-z][a-z0-9+.\-]*:(?://[^/?#]*)?|//[^/?#]*).*$~is', '$1', $this->name()),
            StrayKind::Device => (string) preg_replace('~/[^/]*$~', '', $this->name()),
            default => Path::folderOf($this->name()),
        };
    }
}
