<?php

declare(strict_types=1);

namespace App\Past\Recovery;

use App\Models\Document;

/** The states of one document that a person can choose from. */
final readonly class RecoveryOffer
{
    /** @param list<array{id: int, at: string, reason: string, size: int, words: ?string}> $points newest first; none that is on the screen now */
    public function __construct(public Document $document, public array $points, public ?int $version, public ?string $savedAt) {}
}
