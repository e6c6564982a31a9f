<?php

declare(strict_types=1);

namespace App\Workspace;

use App\Models\User;

/** Who asks, and from where: an address, or the command line. */
final readonly class By
{
    public const COMMAND_LINE = 'the command line';

    public function __construct(public User $person, public string $from) {}

    public static function commandLine(User $person): self
    {
        return new self($person, self::COMMAND_LINE);
    }
}
