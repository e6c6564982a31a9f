<?php

declare(strict_types=1);

namespace App\TakeIn;

use Hafenbuch\Core\TakeIn\SourceFile;
use Hafenbuch\Core\TakeIn\TakeInChoice;

/** Of which documents the files outside come in, and what is chosen otherwise than by the rules. */
final readonly class TakeInWish
{
    /**
     * @param  ?list<string>  $documents  ids; null: of all
     * @param  list<array{path?: ?string, from?: ?string, kind?: ?string, stays?: bool, folder?: ?string}>  $choices  for a file, for all of a folder or for all of a kind; the last that fits counts
     */
    public function __construct(public ?array $documents = null, public array $choices = []) {}

    public function choice(SourceFile $source): ?TakeInChoice
    {
        $chosen = null;
        foreach ($this->choices as $choice) {
            $fits = match (true) {
                isset($choice['path']) => $choice['path'] === $source->path,
                isset($choice['from']) => str_starts_with($source->path, rtrim($choice['from'], '/').'/'),
                isset($choice['kind']) => $choice['kind'] === $source->kind->value,
                default => false,
            };
            $chosen = $fits ? new TakeInChoice($choice['stays'] ?? false, $choice['folder'] ?? null) : $chosen;
        }

        return $chosen;
    }
}
