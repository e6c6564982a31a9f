<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Models\Document;
use App\Models\Workspace;
use App\Workspace\MediaType;
use App\Workspace\Reading\Formats;
use Hafenbuch\Core\Format\Embedding;
use Hafenbuch\Core\Reference\Resolver;
use Hafenbuch\Core\Write\UnableToRead;

/** Takes the pictures that a drawing places, as they are on the screen, into it. */
final readonly class PlacedPictures
{
    private const LIMIT = 16 << 20;

    public function __construct(private WorkingContent $working) {}

    public function in(Workspace $workspace, string $path, string $bytes): string
    {
        $known = [];
        $at = function (string $path) use ($workspace, &$known): ?array {
            $known[$path] ??= [$this->picture($workspace, $path)];

            return $known[$path][0];
        };

        return (new Embedding(Formats::of($workspace), new Resolver($workspace->root), $at, self::LIMIT))->of($path, $bytes);
    }

    /** @return ?array{string, string} */
    private function picture(Workspace $workspace, string $path): ?array
    {
        $type = MediaType::of($path);
        $document = str_starts_with($type, 'image/') ? Document::at($workspace, $path) : null;
        if ($document === null || max($document->size ?? 0, $document->draft->size ?? 0) > self::LIMIT) {
            return null;
        }
        try {
            return [$type, $this->working->bytes($document->setRelation('workspace', $workspace))];
        } catch (UnableToRead) {
            return null;
        }
    }
}
