<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Document;

/** The axis of what a document refers to. A stray is its own reference; unsettled may lie at any depth. */
enum BelowState: string
{
    case Settled = 'settled';
    case Unsettled = 'unsettled';
    case Stray = 'stray';

    /** @param bool $hasUnsaved whether something that it refers to, at any depth, is unsaved */
    public static function of(bool $hasStray, bool $hasUnsaved): self
    {
        return match (true) {
            $hasStray => self::Stray,
            $hasUnsaved => self::Unsettled,
            default => self::Settled,
        };
    }
}
