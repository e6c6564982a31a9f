<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Template;

use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Format\Versioned;

/** Whether a new document can be begun from a content. */
final class TemplateCheck
{
    /** @return ?string why not; null: it can */
    public static function obstacle(FormatRegistry $formats, string $path, string $bytes): ?string
    {
        $format = $formats->forPath($path);
        if ($format instanceof Versioned) {
            $version = $format->versionOf($bytes);
            if ($version !== null && version_compare($version, $format->newestVersion(), '>')) {
                return "It is written in {$format->name()} {$version}; {$format->newestVersion()} is the newest that Hafenbuch reads, so references in it could be missed.";
            }
        }
        $note = $formats->read($path, $bytes)->note;

        return $note === null ? null : "It cannot be read: {$note}";
    }
}
