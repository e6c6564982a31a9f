<?php

declare(strict_types=1);

namespace App\Workspace\Reading;

use App\Models\Workspace;
use Hafenbuch\Core\Charset\Charset;
use Hafenbuch\Core\Charset\CodedText;
use Hafenbuch\Core\Format\Language;

/** Contents as text that can be shown and edited, whatever charset they are in. */
final class TextOf
{
    /** @return ?CodedText null: it is no text */
    public static function content(Workspace $workspace, string $path, string $bytes): ?CodedText
    {
        return Formats::of($workspace)->coded($path, $bytes);
    }

    public static function language(Workspace $workspace, string $path): Language
    {
        return Formats::of($workspace)->forPath($path)?->language() ?? Language::Text;
    }

    /** As the editor gives and takes it; what is no text is read as it would be in UTF-8. */
    public static function coded(Workspace $workspace, string $path, string $bytes): CodedText
    {
        return self::content($workspace, $path, $bytes) ?? new CodedText($bytes, Charset::utf8());
    }
}
