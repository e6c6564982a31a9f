<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Saving\Copies\Statement;
use OpenApi\Attributes as OA;

/** What a copy has become, read from the files on disk. */
#[OA\Schema(schema: 'Statement')]
final readonly class StatementData
{
    /** @param list<string> $unread */
    public function __construct(
        #[OA\Property(description: 'documents')] public int $copied,
        #[OA\Property(description: 'references from a copy to a copy')] public int $inside,
        #[OA\Property(description: 'references from a copy to what was copied along')] public int $back,
        #[OA\Property(description: 'references from a copy to what it shares with the original')] public int $shared,
        #[OA\Property(description: 'references from a copy to nothing')] public int $strays,
        #[OA\Property(items: new OA\Items(type: 'string'), description: 'copies that are not there or cannot be read')] public array $unread,
    ) {}

    public static function of(Statement $statement): self
    {
        return new self($statement->copied, $statement->inside, $statement->back, $statement->shared, $statement->strays, $statement->unread);
    }
}
