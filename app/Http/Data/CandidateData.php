<?php

declare(strict_types=1);

namespace App\Http\Data;

use Hafenbuch\Core\Relink\Candidate;
use OpenApi\Attributes as OA;

/** A file that may be meant in place of one that is missed. */
#[OA\Schema(schema: 'Candidate')]
final readonly class CandidateData
{
    public function __construct(
        #[OA\Property] public string $path,
        #[OA\Property(description: 'why it may be meant')] public string $reason,
        #[OA\Property(description: 'whether its content says so')] public bool $sure,
    ) {}

    public static function of(Candidate $candidate): self
    {
        return new self($candidate->path, $candidate->words(), $candidate->isSure());
    }
}
