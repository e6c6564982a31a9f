<?php

declare(strict_types=1);

namespace App\Http\Data;

use Hafenbuch\Core\Plan\PlanLine;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'PlanLine')]
final readonly class PlanLineData
{
    public function __construct(
        #[OA\Property] public string $documentId,
        #[OA\Property] public string $path,
        #[OA\Property(enum: ['create', 'write', 'replace', 'remove', 'discard', 'redraft', 'state'])] public string $action,
        #[OA\Property(description: 'SHA-256')] public ?string $before,
        #[OA\Property(description: 'SHA-256')] public ?string $after,
        #[OA\Property(description: 'bytes')] public ?int $beforeSize,
        #[OA\Property(description: 'bytes')] public ?int $afterSize,
        #[OA\Property(enum: ['asked', 'keeps mine', 'made again', 'needed', 'saved as', 'goes on', 'copied', 'moved from', 'moves to', 'follows', 'relinked', 'relinked some', 'taken out', 'taken in', 'becomes', 'becomes with', 'takes back', 'settles', 'outside'])] public string $reasonKind,
        #[OA\Property] public ?string $reasonOf,
        #[OA\Property(description: 'the reason in words')] public string $reason,
        #[OA\Property(description: 'the document that this one is made from')] public ?string $origin,
        #[OA\Property(description: 'SHA-256 of the draft before')] public ?string $draftBefore,
        #[OA\Property(description: 'SHA-256 of the draft afterwards; null: it has none')] public ?string $draftAfter,
        #[OA\Property(description: 'of a line that moves a document on: its state and revision afterwards, in words')] public ?string $mark,
    ) {}

    public static function of(PlanLine $line, ?int $beforeSize, ?int $afterSize): self
    {
        return new self(
            $line->documentId, $line->path, $line->action->value, $line->before, $line->after, $beforeSize, $afterSize,
            $line->reason->kind->value, $line->reason->of, $line->reason->text(), $line->origin, $line->draftBefore, $line->draftAfter, $line->marking?->after->words(),
        );
    }
}
