<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Naming;

enum LetterCase: string
{
    case Keep = 'keep';
    case Lower = 'lower';
    case Upper = 'upper';

    public function apply(string $text): string
    {
        return match ($this) {
            self::Keep => $text,
            self::Lower => mb_strtolower($text),
            self::Upper => mb_strtoupper($text),
        };
    }
}
