<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Release\ReleaseWish;

/** What a person has chosen for one document, before it is worked out whom that concerns. */
final readonly class Choice
{
    /**
     * @param  ?Follow  $follow  who follows a save as; null: those whom the decision names one by one
     * @param  bool  $acceptsStrays  whether every stray that a deletion leaves is accepted
     * @param  bool  $isSetAside  whether a copy is kept for later
     * @param  ?ReleaseWish  $release  where the document goes in the chain of states
     */
    public function __construct(
        public Decision $decision,
        public ?Follow $follow = null,
        public bool $acceptsStrays = false,
        public bool $isSetAside = false,
        public ?ReleaseWish $release = null,
    ) {}

    public static function of(Decision|self $choice): self
    {
        return $choice instanceof Decision ? new self($choice) : $choice;
    }
}
