<?php

declare(strict_types=1);

namespace App\Saving;

/** What a person can choose where recovery found a content that nobody expected. */
enum Resolution: string
{
    case Finish = 'finish';
    case Back = 'back';
    case Keep = 'keep';

    public function words(): string
    {
        return match ($this) {
            self::Finish => 'Settled by a person: finished.',
            self::Back => 'Settled by a person: rolled back.',
            self::Keep => 'Settled by a person: the files were kept as they were found.',
        };
    }
}
