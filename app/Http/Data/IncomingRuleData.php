<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Workspace\IncomingReader;
use OpenApi\Attributes as OA;

/** What is done with files from elsewhere that are of one kind, or come from one place. */
#[OA\Schema(schema: 'IncomingRule')]
final readonly class IncomingRuleData
{
    public function __construct(
        #[OA\Property(enum: ['picture', 'sound', 'film', 'document', 'other'], description: 'null: of every kind')] public ?string $kind,
        #[OA\Property(description: 'the folder that they lie in or below; null: anywhere')] public ?string $from,
        #[OA\Property(enum: IncomingReader::WHERE, description: 'left in place, taken into a folder, or taken in beside the document that refers to them')] public string $where,
        #[OA\Property(description: 'of the workspace')] public ?string $folder,
    ) {}
}
