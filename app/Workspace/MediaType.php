<?php

declare(strict_types=1);

namespace App\Workspace;

use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Path\Path;
use League\MimeTypeDetection\GeneratedExtensionToMimeTypeMap;

/** What kind of thing a file is, for showing it: as its format says, else by its extension. */
final class MediaType
{
    public static function of(string $path): string
    {
        return FormatRegistry::standard()->forPath($path)?->mediaType()
            ?? (new GeneratedExtensionToMimeTypeMap)->lookupMimeType(Path::extensionOf($path))
            ?? 'application/octet-stream';
    }
}
