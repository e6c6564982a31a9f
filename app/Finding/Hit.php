<?php

declare(strict_types=1);

namespace App\Finding;

use App\Models\Document;

/** A document that was found. */
final readonly class Hit
{
    public const NAME = 'name';

    public const TEXT = 'text';

    /**
     * @param  string  $where  in its name, in the field of that name, or in its text
     * @param  ?string  $changedAt  in UTC, as the database writes it
     */
    public function __construct(public Document $document, public string $where, public ?string $changedAt, public ?string $changedBy) {}
}
