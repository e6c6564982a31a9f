<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** What references of a crate lead to that will not be in it. */
#[OA\Schema(schema: 'CrateLead')]
final class CrateLeadData
{
    /** @param list<string> $paths */
    public function __construct(
        #[OA\Property(enum: ['missing', 'outside', 'web', 'device'])] public readonly string $kind,
        #[OA\Property(description: 'a path of the workspace, or an address; null: nobody knows where it leads')] public readonly ?string $end,
        #[OA\Property(description: 'as it stands in the first of them')] public readonly string $raw,
        #[OA\Property] public readonly string $why,
        #[OA\Property(description: 'whether it may lead out')] public readonly bool $isAccepted,
        #[OA\Property(description: 'whether somebody must say so before it is packed')] public readonly bool $mustBeSettled,
        #[OA\Property(description: 'whether it is a file that can be taken along')] public readonly bool $canComeAlong,
        #[OA\Property(description: 'how many references lead there')] public int $references,
        #[OA\Property(items: new OA\Items(type: 'string'), description: 'paths of some documents that have them')] public array $paths,
    ) {}
}
