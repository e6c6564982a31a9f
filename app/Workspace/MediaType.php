<?php

declare(strict_types=1);

namespace App\Workspace;

use Hafenbuch\Core\Path\Path;

/** What kind of thing a file is, for showing it. */
final class MediaType
{
    private const TYPES = [
        'svg' => 'image/svg+xml', 'png' => 'image/png', 'jpg' => 'image/jpeg', 'jpeg' => 'image/jpeg', 'gif' => 'image/gif', 'webp' => 'image/webp', 'avif' => 'image/avif',
        'wav' => 'audio/wav', 'mp3' => 'audio/mpeg', 'ogg' => 'audio/ogg', 'flac' => 'audio/flac', 'm4a' => 'audio/mp4',
        'mp4' => 'video/mp4', 'webm' => 'video/webm', 'ogv' => 'video/ogg',
        'md' => 'text/markdown', 'markdown' => 'text/markdown', 'html' => 'text/html', 'css' => 'text/css', 'txt' => 'text/plain', 'json' => 'application/json',
        'x3d' => 'model/x3d+xml', 'xml' => 'application/xml', 'pdf' => 'application/pdf',
    ];

    public static function of(string $path): string
    {
        return self::TYPES[Path::extensionOf($path)] ?? 'application/octet-stream';
    }

    public static function isText(string $bytes): bool
    {
        return mb_check_encoding($bytes, 'UTF-8') && ! str_contains($bytes, "\0");
    }
}
