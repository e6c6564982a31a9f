<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\NoticeData;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\Notice;
use App\Models\User;
use App\Models\Workspace;
use App\Together\LockWishes;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** What others have for a person: mentions, requests for a lock, answers to these. One list, and nothing that blinks. */
final class NoticeController
{
    private const MOST = 200;

    #[OA\Get(path: '/workspaces/{workspace}/notices', operationId: 'listNotices', responses: [new Ok('Notice', list: true)])]
    public function index(Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        $notices = Notice::query()->with('from', 'document')->where('workspace_id', $workspace->id)->where('user_id', $person->id)->whereNull('done_at')->orderByDesc('id')->limit(self::MOST)->get();

        return new JsonResponse($notices->map(NoticeData::of(...)));
    }

    /** Answers a request for a lock. */
    #[OA\Post(path: '/workspaces/{workspace}/notices/{notice}/answer', operationId: 'answerNotice', requestBody: new Body([
        new OA\Property(property: 'isGiven', type: 'boolean', description: 'whether the lock goes to whoever asks'), new OA\Property(property: 'text', type: 'string', nullable: true),
    ], ['isGiven']), responses: [new Ok('Notice', list: true)])]
    public function answer(Request $request, Workspace $workspace, int $notice, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate(['isGiven' => 'required|boolean', 'text' => 'nullable|string|max:500']);
        $asked = $this->mine($workspace, $person, $notice);
        $asked->document->setRelation('workspace', $workspace);
        LockWishes::answer($asked, $person, (bool) $given['isGiven'], $given['text'] ?? null);

        return $this->index($workspace, $person);
    }

    /** Puts it aside. */
    #[OA\Delete(path: '/workspaces/{workspace}/notices/{notice}', operationId: 'putNoticeAside', responses: [new Ok('Notice', list: true)])]
    public function destroy(Workspace $workspace, int $notice, #[CurrentUser] User $person): JsonResponse
    {
        $this->mine($workspace, $person, $notice)->update(['done_at' => now()]);

        return $this->index($workspace, $person);
    }

    private function mine(Workspace $workspace, User $person, int $id): Notice
    {
        return Notice::query()->with('from', 'document')->where('workspace_id', $workspace->id)->where('user_id', $person->id)->findOrFail($id);
    }
}
