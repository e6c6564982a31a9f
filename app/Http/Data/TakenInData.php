<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\TakeIn\TakenIn;
use OpenApi\Attributes as OA;

/** What has come of taking in. */
#[OA\Schema(schema: 'TakenIn')]
final readonly class TakenInData
{
    /** @param list<LeftOutsideData> $outside */
    public function __construct(
        #[OA\Property(ref: '#/components/schemas/Entry', nullable: true)] public ?EntryData $entry,
        #[OA\Property(description: 'files that came in')] public int $taken,
        #[OA\Property(description: 'references that end inside now')] public int $inside,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/LeftOutside'), description: 'references that still end outside')] public array $outside,
    ) {}

    public static function of(TakenIn $done): self
    {
        return new self($done->entry === null ? null : EntryData::of($done->entry), $done->taken, $done->inside, array_map(static fn (array $one): LeftOutsideData => new LeftOutsideData($one['path'], $one['raw'], $one['why']), $done->outside));
    }
}
