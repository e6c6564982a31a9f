<?php

declare(strict_types=1);

namespace App\Sessions;

use App\Models\SessionItem;
use App\Models\SessionStage;
use App\Models\User;
use App\Models\Workspace;
use Hafenbuch\Core\Session\Difference;
use Hafenbuch\Core\Session\KeptDocument;
use Illuminate\Support\Facades\DB;

/** Which session a person has open in a workspace, and in what that which is open differs from it. */
final readonly class OpenStage
{
    public function __construct(private StageReader $reader) {}

    public function of(Workspace $workspace, User $person): ?SessionStage
    {
        $id = DB::table('open_sessions')->where('user_id', $person->id)->where('workspace_id', $workspace->id)->value('session_stage_id');

        return $id === null ? null : SessionStage::query()->with('session')->find($id);
    }

    /** @return list<Difference> between what the stage says of this workspace and what is open there */
    public function differences(SessionStage $stage, Workspace $workspace, User $person): array
    {
        $kept = array_values(array_filter($this->reader->items($stage, $person), static fn (SessionItem $item): bool => $item->workspace_id === $workspace->id));
        // The workspace may have another name now.
        $before = array_map(static fn (KeptDocument $one): KeptDocument => new KeptDocument($one->key, $workspace->name, $one->id, $one->path, $one->title, $one->savedHash, $one->isHeld, $one->draftHash, $one->baseHash), $this->reader->kept($kept));

        return Difference::between($before, $this->reader->open($workspace, $person), $stage->has_everything, true);
    }
}
