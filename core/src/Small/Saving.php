<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Small;

/** One thing that a content can do without: nothing that is shown or referred to is lost with it. */
final readonly class Saving
{
    /**
     * @param  string  $key  by which it is chosen
     * @param  string  $words  what it is
     * @param  int  $bytes  that are saved by it alone
     * @param  list<string>  $examples  of what goes
     */
    public function __construct(public string $key, public string $words, public int $bytes, public array $examples) {}
}
