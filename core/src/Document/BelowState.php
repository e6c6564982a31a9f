<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Document;

/** The axis of what a document refers to. A stray is its own reference; unsettled may lie at any depth. */
enum BelowState: string
{
    case Settled = 'settled';
    case Unsettled = 'unsettled';
    case Stray = 'stray';
}
