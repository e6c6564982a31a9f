<?php

declare(strict_types=1);

namespace App\Workspace\Reading;

use App\Models\Workspace;
use App\Workspace\Settings;
use Hafenbuch\Core\Format\FormatRegistry;

/** The formats as a workspace reads them: as its people have agreed on. */
final class Formats
{
    /** @var array<string, FormatRegistry> by how they read */
    private static array $known = [];

    public static function of(Workspace $workspace): FormatRegistry
    {
        return self::reading(Settings::of($workspace)->ways());
    }

    public static function reading(Ways $ways): FormatRegistry
    {
        return self::$known[$ways->json()] ??= $ways->formats();
    }
}
