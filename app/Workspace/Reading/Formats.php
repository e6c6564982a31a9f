<?php

declare(strict_types=1);

namespace App\Workspace\Reading;

use App\Models\Workspace;
use App\Workspace\Settings;
use Hafenbuch\Core\Charset\Charset;
use Hafenbuch\Core\Format\FormatRegistry;

/** The formats as a workspace reads them: in the charset that its people have agreed on, where a content says none. */
final class Formats
{
    /** @var array<string, FormatRegistry> by charset */
    private static array $known = [];

    public static function of(Workspace $workspace): FormatRegistry
    {
        return self::reading(Settings::of($workspace)->charset());
    }

    public static function reading(?string $charset): FormatRegistry
    {
        return self::$known[(string) $charset] ??= FormatRegistry::standard()->readingAs($charset === null ? null : Charset::named($charset));
    }
}
