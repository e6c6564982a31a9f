<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Small;

use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Change\Changes;
use Hafenbuch\Core\Text\Pattern;

/** What one way of making a text smaller takes out of it. */
final readonly class Cut
{
    private const EXAMPLES = 5;

    private const EXAMPLE_CHARACTERS = 80;

    /** @param list<Change> $changes */
    public function __construct(public string $key, public string $words, public array $changes) {}

    public function apply(string $text): string
    {
        return Changes::of(...$this->changes)->apply($text);
    }

    public function saving(string $text): Saving
    {
        $examples = [];
        foreach (array_slice($this->changes, 0, self::EXAMPLES) as $change) {
            $gone = trim(Pattern::replace('~\s+~', ' ', substr($text, $change->at, $change->removed)));
            if ($gone !== '') {
                $examples[] = mb_substr(mb_scrub($gone, 'UTF-8'), 0, self::EXAMPLE_CHARACTERS);
            }
        }

        return new Saving($this->key, $this->words, strlen($text) - strlen($this->apply($text)), array_values(array_unique($examples)));
    }
}
