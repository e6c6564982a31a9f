<?php

declare(strict_types=1);

namespace App\Http\Data;

use Hafenbuch\Core\Plan\WayOut;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'WayOut')]
final readonly class WayOutData
{
    public function __construct(
        #[OA\Property(enum: ['leave', 'save', 'discard', 'propose', 'rename', 'replace', 'accept', 'mend', 'take in', 'rescan'])] public string $kind,
        #[OA\Property] public string $documentId,
        #[OA\Property] public string $label,
        #[OA\Property(description: 'the decision’s “over”, or the path to propose')] public ?string $value,
    ) {}

    public static function of(WayOut $way): self
    {
        return new self($way->kind->value, $way->documentId, $way->label, $way->value);
    }
}
