<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Release;

/** Where a person wants a document to go in the chain. */
final readonly class ReleaseWish
{
    /**
     * @param  bool  $raises  whether its revision is raised, also where the chain does not ask for that
     * @param  bool  $withBelow  whether all that it refers to, at any depth, goes along as far as it is not there yet
     */
    public function __construct(public string $state, public bool $raises = false, public bool $withBelow = false) {}
}
