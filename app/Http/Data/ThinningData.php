<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Past\Versions\Thinning;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'Thinning')]
final readonly class ThinningData
{
    /** @param list<int> $numbers */
    public function __construct(
        #[OA\Property] public string $documentId,
        #[OA\Property] public string $path,
        #[OA\Property(items: new OA\Items(type: 'integer'), description: 'versions that go')] public array $numbers,
        #[OA\Property(description: 'how many stay')] public int $stays,
    ) {}

    public static function of(Thinning $thinning): self
    {
        return new self($thinning->documentId, $thinning->path, $thinning->numbers, $thinning->stays);
    }
}
