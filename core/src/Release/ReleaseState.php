<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Release;

/** One state of a chain. */
final readonly class ReleaseState
{
    /**
     * @param  bool  $isKeepers  whether only keepers move a document into it
     * @param  bool  $isWritten  whether a document may be written in it
     * @param  bool  $isReleased  whether others may rely on a document in it
     */
    public function __construct(public string $name, public bool $isKeepers, public bool $isWritten, public bool $isReleased) {}
}
