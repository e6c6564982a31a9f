<?php

declare(strict_types=1);

namespace App\Http\Data;

use Hafenbuch\Core\History\AsOfRow;
use OpenApi\Attributes as OA;

/** What bringing back as of some time does with one document. */
#[OA\Schema(schema: 'AsOfRow')]
final readonly class AsOfRowData
{
    public function __construct(
        #[OA\Property] public string $documentId,
        #[OA\Property(enum: ['changes', 'fits', 'comes back', 'lost'])] public string $kind,
        #[OA\Property(description: 'where it stood then')] public string $pathThen,
        #[OA\Property(description: 'where it is, or will be')] public string $path,
        #[OA\Property(description: 'whether references lead elsewhere than they did then, since their targets have moved')] public bool $isRewritten,
        #[OA\Property(description: 'why it can’t be had any more')] public ?string $why,
    ) {}

    public static function of(AsOfRow $row): self
    {
        return new self($row->documentId, $row->kind->value, $row->pathThen, $row->path, $row->rewritten !== null, $row->why);
    }
}
