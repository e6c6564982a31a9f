<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate;

/** One file of a crate's plan. */
final readonly class CrateEntry
{
    /**
     * @param  string  $place  its path in the crate; of one that is left out, where it is looked for once it is made again
     * @param  list<string>  $referredBy  ends of the packed files that refer to it
     * @param  ?string  $whyOut  null: it is packed
     * @param  bool  $isTop  whether it was chosen itself
     * @param  ?string  $companionOf  the end of the document to which it belongs by its name
     * @param  ?string  $renamed  why its name is another one than it was
     */
    public function __construct(
        public GatheredFile $file,
        public string $place,
        public array $referredBy,
        public ?string $whyOut,
        public bool $isTop,
        public ?string $companionOf,
        public ?string $renamed,
    ) {}

    public function isIn(): bool
    {
        return $this->whyOut === null;
    }
}
