<?php

declare(strict_types=1);

namespace App\Http\Data;

use Hafenbuch\Core\Document\Mention;
use OpenApi\Attributes as OA;

/** A document that could not be read whole, so that it may refer to more than is known. */
#[OA\Schema(schema: 'PartlyRead')]
final readonly class PartlyReadData
{
    public function __construct(
        #[OA\Property] public string $documentId,
        #[OA\Property] public string $path,
        #[OA\Property(description: 'why it could not be read whole')] public string $why,
        #[OA\Property(description: 'whether it could be searched for names at least')] public bool $isSearched,
    ) {}

    /** @param object{id: string, path: string, note: string} $row */
    public static function of(object $row): self
    {
        return new self($row->id, $row->path, $row->note, true);
    }

    public static function mention(Mention $mention): self
    {
        return new self($mention->documentId, $mention->path, $mention->why, $mention->paths !== null);
    }
}
