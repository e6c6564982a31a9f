<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\Notice;
use OpenApi\Attributes as OA;

/** What one person has for another. */
#[OA\Schema(schema: 'Notice')]
final readonly class NoticeData
{
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property(enum: ['mention', 'lock asked for', 'lock given', 'not yet'])] public string $kind,
        #[OA\Property] public ?string $from,
        #[OA\Property] public string $document,
        #[OA\Property] public string $path,
        #[OA\Property] public ?string $title,
        #[OA\Property] public ?string $text,
        #[OA\Property(format: 'date-time')] public string $at,
    ) {}

    public static function of(Notice $notice): self
    {
        return new self($notice->id, $notice->kind, $notice->from?->name, $notice->document_id, $notice->document->path, $notice->document->title, $notice->text, $notice->at->toIso8601ZuluString());
    }
}
