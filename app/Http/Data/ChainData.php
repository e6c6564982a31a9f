<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Workspace\ChainReader;
use Hafenbuch\Core\Release\Chain;
use OpenApi\Attributes as OA;

/** The states through which documents of a workspace go, in their order, and how revisions are counted. */
#[OA\Schema(schema: 'Chain')]
final readonly class ChainData
{
    /** @param list<array{name: string, isKeepers: bool, isWritten: bool, isReleased: bool}> $states */
    public function __construct(
        #[OA\Property(enum: ['letters', 'numbers'], description: 'A, B, … or 1.0, 1.1, …')] public string $scheme,
        #[OA\Property(items: new OA\Items(properties: [
            new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'isKeepers', type: 'boolean', description: 'only keepers move a document into it'),
            new OA\Property(property: 'isWritten', type: 'boolean', description: 'documents may be written in it'), new OA\Property(property: 'isReleased', type: 'boolean', description: 'others may rely on a document in it'),
        ], type: 'object', required: ['name', 'isKeepers', 'isWritten', 'isReleased']))] public array $states,
    ) {}

    public static function of(Chain $chain): self
    {
        return new self(...ChainReader::write($chain));
    }
}
