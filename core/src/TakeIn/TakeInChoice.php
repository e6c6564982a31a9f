<?php

declare(strict_types=1);

namespace Hafenbuch\Core\TakeIn;

/** What a person wants otherwise than the rules have it, for a file, or for all of a folder or a kind. */
final readonly class TakeInChoice
{
    /**
     * @param  bool  $stays  whether it stays where it is
     * @param  ?string  $folder  of the workspace that takes it in; null: the rule's
     */
    public function __construct(public bool $stays = false, public ?string $folder = null) {}
}
