<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\Comment;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'Comment')]
final readonly class CommentData
{
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property] public ?string $by,
        #[OA\Property] public string $text,
        #[OA\Property] public ?int $version,
        #[OA\Property] public ?int $line,
        #[OA\Property(format: 'date-time')] public string $at,
        #[OA\Property] public bool $isSettled,
    ) {}

    public static function of(Comment $comment): self
    {
        return new self($comment->id, $comment->person?->name, $comment->text, $comment->version, $comment->line, $comment->at->toIso8601ZuluString(), $comment->settled_at !== null);
    }
}
