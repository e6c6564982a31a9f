<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Editing;

use Hafenbuch\Core\Reference\ReferenceSite;

/** Of a format that takes new references only from people who know what it means, and lets none go. */
final class NoEditing implements ReferenceEditing
{
    public function openings(string $bytes, string $label): array
    {
        return [];
    }

    public function removal(string $bytes, ReferenceSite $site): ?array
    {
        return null;
    }
}
