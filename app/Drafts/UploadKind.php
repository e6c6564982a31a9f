<?php

declare(strict_types=1);

namespace App\Drafts;

/** What an upload in parts is, which says how large it may be. */
enum UploadKind: string
{
    case Content = 'content';
    case Session = 'session';
    case Crate = 'crate';

    public function limit(): int
    {
        return (int) config(match ($this) {
            self::Content => 'limits.content',
            self::Session => 'limits.session_file',
            self::Crate => 'limits.crate_file',
        });
    }

    public function wayOut(): string
    {
        return match ($this) {
            self::Content => 'Put it into the workspace’s folder instead, or raise HAFENBUCH_CONTENT_LIMIT.',
            self::Session => 'Raise HAFENBUCH_SESSION_LIMIT, or use bin/hafenbuch session:import on the server.',
            self::Crate => 'Raise HAFENBUCH_CRATE_LIMIT, or use bin/hafenbuch crate:take-in on the server.',
        };
    }
}
