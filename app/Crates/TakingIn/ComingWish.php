<?php

declare(strict_types=1);

namespace App\Crates\TakingIn;

/** Where a crate is to go, and what of it. */
final readonly class ComingWish
{
    /**
     * @param  ?string  $into  a new folder of the workspace; null: back to where it came from
     * @param  ?list<string>  $only  places that are wanted; null: all that bring something
     * @param  array<string, true>  $theirs  places of which theirs comes on the screen although the document has a draft here
     * @param  bool  $isEdited  whether someone may have worked on it without packing it again
     */
    public function __construct(public ?string $into = null, public ?array $only = null, public array $theirs = [], public bool $isEdited = false) {}

    public function wants(string $place): bool
    {
        return $this->only === null || in_array($place, $this->only, true);
    }
}
