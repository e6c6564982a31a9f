<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Models\Document;
use App\Support\Refused;

final class DocumentLocked extends Refused
{
    public static function by(string $person, Document $document): self
    {
        return new self("{$person} has locked {$document->path}. Ask for the lock, or edit a copy of your own.");
    }
}
