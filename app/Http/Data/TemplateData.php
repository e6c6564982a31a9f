<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Naming\Template;
use OpenApi\Attributes as OA;

/** Something to begin a new document from. */
#[OA\Schema(schema: 'Template')]
final readonly class TemplateData
{
    public function __construct(
        #[OA\Property] public string $id,
        #[OA\Property] public string $format,
        #[OA\Property] public string $name,
        #[OA\Property(description: 'of the new document’s name, with its dot; a whole name where the format asks for one')] public string $ending,
        #[OA\Property] public bool $isBuiltIn,
        #[OA\Property(description: 'why it cannot be used')] public ?string $obstacle,
        #[OA\Property(description: 'the numbering scheme of its kind')] public ?string $scheme,
    ) {}

    /** @param array<string, string> $schemes by format */
    public static function of(Template $template, array $schemes): self
    {
        return new self($template->id, $template->format, $template->name, $template->ending, $template->isBuiltIn, $template->obstacle, $schemes[$template->format] ?? null);
    }
}
