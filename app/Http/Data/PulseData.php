<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Workspace\Pulse;
use OpenApi\Attributes as OA;

/** What has changed since a point. */
#[OA\Schema(schema: 'Pulse')]
final readonly class PulseData
{
    /**
     * @param  list<string>  $topics
     * @param  ?list<string>  $documents
     * @param  list<string>  $edits
     * @param  list<string>  $states
     * @param  ?list<PresentData>  $presence
     */
    public function __construct(
        #[OA\Property(description: 'the point to name next time')] public int $last,
        #[OA\Property(items: new OA\Items(type: 'string', enum: Pulse::TOPICS))] public array $topics,
        #[OA\Property(items: new OA\Items(type: 'string'), description: 'the documents that have changed; null: not known, or too many to name')] public ?array $documents,
        #[OA\Property(items: new OA\Items(type: 'string'), description: 'the documents whose drafts were only written on, so that the states of no others have changed')] public array $edits,
        #[OA\Property(items: new OA\Items(type: 'string'), description: 'the documents that were saved or changed for the first time since, and those above them; who refers to whom is as before')] public array $states,
        #[OA\Property(description: 'after how many milliseconds to ask again; more where more pages do')] public int $next,
        #[OA\Property(description: 'whether an answer can wait for news')] public bool $waits,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/Present'), description: 'who looks at which document; null: as before')] public ?array $presence,
    ) {}
}
