<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Crates\TakingIn\ComingCrate;
use App\Crates\TakingIn\ComingRow;
use Hafenbuch\Core\Crate\Bag\BagFault;
use OpenApi\Attributes as OA;

/** A crate that was opened, with what taking it in would do. */
#[OA\Schema(schema: 'ComingCrate')]
final readonly class ComingCrateData
{
    private const FAULTS = 200;

    /**
     * @param  list<array{entry: string, why: string}>  $faults
     * @param  list<ComingRowData>  $rows
     */
    public function __construct(
        #[OA\Property] public string $name,
        #[OA\Property(description: 'who packed it')] public ?string $by,
        #[OA\Property(nullable: true)] public ?string $packedAt,
        #[OA\Property(description: 'whether it says that it is a bag')] public bool $isBag,
        #[OA\Property(description: 'whether it is a crate with a description')] public bool $isCrate,
        #[OA\Property(description: 'the crate of this workspace that it was')] public ?int $crate,
        #[OA\Property(description: 'what is wrong with it; with any nothing is taken in', items: new OA\Items(type: 'object', properties: [new OA\Property(property: 'entry', type: 'string'), new OA\Property(property: 'why', type: 'string')], required: ['entry', 'why']))] public array $faults,
        #[OA\Property(description: 'how many faults there are')] public int $faultCount,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/ComingRow'))] public array $rows,
        #[OA\Property(description: 'that are to be made again')] public int $madeAgain,
    ) {}

    public static function of(ComingCrate $coming): self
    {
        $opened = $coming->opened;

        return new self(
            $coming->name(), $opened->description?->by, $opened->description?->packedAt, $opened->isBag, $opened->description !== null, $coming->sent->crate?->number,
            array_map(static fn (BagFault $fault): array => ['entry' => $fault->entry, 'why' => $fault->why], array_slice($opened->faults, 0, self::FAULTS)), count($opened->faults),
            array_map(static fn (ComingRow $row): ComingRowData => ComingRowData::of($row), $coming->rows), count($opened->description->madeAgain ?? []),
        );
    }
}
