<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\KeptSession;
use App\Models\User;
use App\Models\Workspace;
use OpenApi\Attributes as OA;

/** What someone had open, kept under a name. */
#[OA\Schema(schema: 'KeptSession')]
final readonly class KeptSessionData
{
    /**
     * @param  list<string>  $sharedWith
     * @param  list<SessionStageData>  $stages
     */
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property] public string $name,
        #[OA\Property(description: 'kept by itself before something else was opened')] public bool $isBefore,
        #[OA\Property(description: 'whether it is the asker’s own')] public bool $isMine,
        #[OA\Property(description: 'whose it is')] public string $by,
        #[OA\Property(items: new OA\Items(type: 'string'), description: 'workspaces whose members may read it')] public array $sharedWith,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/SessionStage'), description: 'newest first')] public array $stages,
    ) {}

    public static function of(KeptSession $session, User $person): self
    {
        return new self(
            $session->id, $session->name, $session->is_before, $session->isOf($person), $session->person->name,
            $session->isOf($person) ? array_values($session->sharedWith->map(static fn (Workspace $workspace): string => $workspace->slug)->all()) : [],
            array_values($session->stages->map(SessionStageData::of(...))->all()),
        );
    }
}
