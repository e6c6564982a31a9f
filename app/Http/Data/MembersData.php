<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\EntryLink;
use App\Models\User;
use App\Models\Workspace;
use App\People\SendEntryLink;
use Illuminate\Support\Facades\DB;
use OpenApi\Attributes as OA;

/** Who belongs to a workspace, who is invited, and which folders are only read. */
#[OA\Schema(schema: 'Members')]
final readonly class MembersData
{
    /**
     * @param  list<MemberData>  $members
     * @param  list<InvitationData>  $invitations
     * @param  list<FolderRightData>  $folders
     */
    public function __construct(
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/Member'))] public array $members,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/Invitation'))] public array $invitations,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/FolderRight'))] public array $folders,
        #[OA\Property(description: 'whether invitations are mailed, beside being shown')] public bool $isMailed,
    ) {}

    public static function of(Workspace $workspace): self
    {
        $members = $workspace->members()->orderBy('users.name')->get();
        $seen = DB::table('visits')->where('workspace_id', $workspace->id)->groupBy('user_id')->pluck(DB::raw('max(seen_at)'), 'user_id')->all();
        $names = $members->pluck('name', 'id')->all();
        $links = EntryLink::query()->with('maker')->where('workspace_id', $workspace->id)->where('purpose', EntryLink::INVITATION)->whereNull('used_at')->where('until', '>', now())->orderBy('email')->get();

        return new self(
            array_values($members->map(static fn (User $person): MemberData => MemberData::of($person, $seen[$person->id] ?? null))->all()),
            array_values($links->map(InvitationData::of(...))->all()),
            array_values(DB::table('folder_rights')->where('workspace_id', $workspace->id)->orderBy('folder')->orderBy('user_id')->get()->map(static fn (object $row): FolderRightData => new FolderRightData($row->folder, $row->user_id, $row->user_id === null ? null : $names[$row->user_id] ?? null))->all()),
            SendEntryLink::isSetUp(),
        );
    }
}
