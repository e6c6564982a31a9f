<?php

declare(strict_types=1);

namespace Hafenbuch\Core\TakeIn;

/** Of what kind a file is, for the rules by which files come in. */
enum MediaKind: string
{
    case Picture = 'picture';
    case Sound = 'sound';
    case Film = 'film';
    case Document = 'document';
    case Other = 'other';

    /**
     * @param  string  $mediaType  RFC 2046
     * @param  bool  $isRead  whether Hafenbuch reads its references
     */
    public static function of(string $mediaType, bool $isRead): self
    {
        return match (true) {
            str_starts_with($mediaType, 'image/') => self::Picture,
            $isRead => self::Document,
            str_starts_with($mediaType, 'audio/') => self::Sound,
            str_starts_with($mediaType, 'video/') => self::Film,
            default => self::Other,
        };
    }
}
