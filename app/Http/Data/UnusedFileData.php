<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Workspace\MediaType;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\TakeIn\MediaKind;
use OpenApi\Attributes as OA;

/** A file that nothing refers to. */
#[OA\Schema(schema: 'UnusedFile')]
final readonly class UnusedFileData
{
    public function __construct(
        #[OA\Property] public string $id,
        #[OA\Property] public string $path,
        #[OA\Property(enum: ['picture', 'sound', 'film', 'document', 'other'])] public string $kind,
        #[OA\Property(description: 'in bytes')] public int $size,
        #[OA\Property(description: 'when its file was written last; null: it is gone', nullable: true)] public ?string $at,
    ) {}

    /**
     * @param  object{id: string, path: string, size: int|string}  $row
     * @param  ?int  $writtenAt  when its file was written last, in seconds since 1970
     */
    public static function of(object $row, ?int $writtenAt): self
    {
        $isRead = FormatRegistry::standard()->forPath($row->path) !== null;

        return new self($row->id, $row->path, MediaKind::of(MediaType::of($row->path), $isRead)->value, (int) $row->size, $writtenAt === null ? null : gmdate('Y-m-d\TH:i:s\Z', $writtenAt));
    }
}
