<?php

declare(strict_types=1);

namespace App\Relink;

/** What a person answers to strays. Ends as of Address. */
final readonly class RelinkWish
{
    /**
     * @param  array<string, string>  $answers  from one end to another
     * @param  array<string, string>  $folders  from the folder that files lay in to the one where they are to be found, also below
     * @param  bool  $isSure  whether every candidate is taken that the content vouches for
     */
    public function __construct(public array $answers = [], public array $folders = [], public bool $isSure = false) {}
}
