<?php

declare(strict_types=1);

namespace App\Http\Data;

use Hafenbuch\Core\Session\Does;
use Hafenbuch\Core\Session\OpeningLine;
use OpenApi\Attributes as OA;

/** What opening a session does with one document. */
#[OA\Schema(schema: 'OpeningLine')]
final readonly class OpeningLineData
{
    public function __construct(
        #[OA\Property(description: 'of the kept document; null: it is none of the session’s')] public ?int $key,
        #[OA\Property(description: 'the name of its workspace')] public string $workspace,
        #[OA\Property] public string $path,
        #[OA\Property(enum: ['opens', 'opens in the hold', 'opens and adds its draft', 'opens and keeps the draft of now', 'opens and takes the draft of the session', 'makes it anew', 'brings back its last version', 'stays open', 'leaves', 'closes'])] public string $does,
        #[OA\Property] public string $reason,
        #[OA\Property(description: 'whether something of the document itself changes')] public bool $writes,
    ) {}

    public static function of(OpeningLine $line): self
    {
        return new self($line->key, $line->workspace, $line->path, $line->does->value, $line->reason, $line->does->writes() || $line->does === Does::KeepsDraft);
    }
}
