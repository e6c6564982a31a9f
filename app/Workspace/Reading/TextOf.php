<?php

declare(strict_types=1);

namespace App\Workspace\Reading;

use App\Models\Workspace;
use Hafenbuch\Core\Charset\CodedText;
use Hafenbuch\Core\Format\Language;

/** Contents as text that can be shown and edited, whatever charset they are in. */
final class TextOf
{
    /** @return ?CodedText null: it is no text */
    public static function content(Workspace $workspace, string $path, string $bytes): ?CodedText
    {
        $coded = self::coded($workspace, $path, $bytes);
        $isKnown = Formats::of($workspace)->forPath($path) !== null;

        return str_contains($coded->text, "\0") || (! $isKnown && ! $coded->isPlain()) ? null : $coded;
    }

    public static function language(Workspace $workspace, string $path): Language
    {
        return Formats::of($workspace)->forPath($path)?->language() ?? Language::Text;
    }

    /** As the editor gives and takes it, where nobody has asked whether it is text. */
    public static function coded(Workspace $workspace, string $path, string $bytes): CodedText
    {
        return Formats::of($workspace)->coded($path, $bytes);
    }
}
