<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** A device in whose place another stands. */
#[OA\Schema(schema: 'ReplacedDevice')]
final readonly class ReplacedDeviceData
{
    public function __construct(
        #[OA\Property(description: 'the id of the logbook entry, by which it is put back')] public string $entry,
        #[OA\Property] public int $number,
        #[OA\Property] public string $old,
        #[OA\Property] public string $new,
        #[OA\Property(description: 'documents that were changed')] public int $documents,
        #[OA\Property(description: 'whether the old one is there again')] public bool $isBack,
    ) {}
}
