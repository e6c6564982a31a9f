<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Drafts\StepList;
use App\Http\Data\RoomData;
use App\Http\Data\ThinningPreviewData;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\Operation;
use App\Models\User;
use App\Models\Workspace;
use App\Past\Recovery\RecoveryPoints;
use App\Past\Store\Takers;
use App\Past\Versions\Retention;
use App\Pictures\PictureFolder;
use App\Workspace\By;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\RetentionReader;
use App\Workspace\RuleEntry;
use App\Workspace\Settings;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use OpenApi\Attributes as OA;

/** Which versions stay: what a rule would take, and its use. */
final readonly class RetentionController
{
    public function __construct(private Retention $retention) {}

    #[OA\Post(path: '/workspaces/{workspace}/retention/preview', operationId: 'previewRetention', requestBody: new Body([
        new OA\Property(property: 'retention', ref: '#/components/schemas/RetentionPolicy'),
        new OA\Property(property: 'undoDays', type: 'integer', description: 'days in which an entry can be taken back; without it those of the settings'), new OA\Property(property: 'steps', type: 'integer', description: 'that stay of a document; without it those of the settings'),
    ], ['retention']), responses: [new Ok('ThinningPreview')])]
    public function preview(Request $request, Workspace $workspace, DiskContentStore $contents): JsonResponse
    {
        $rules = RetentionReader::rules('retention');
        $given = $request->validate([...$rules, 'retention' => 'required|array', 'retention.kind' => ['required', ...array_slice($rules['retention.kind'], 1)], 'undoDays' => SettingsController::UNDO_DAYS, 'steps' => SettingsController::STEPS]);
        $settings = Settings::of($workspace);

        return new JsonResponse(ThinningPreviewData::of(
            $this->retention->preview($workspace, RetentionReader::policy($given['retention'])), StepList::beyond($workspace->id, (int) ($given['steps'] ?? $settings->steps())), Takers::entriesBefore($workspace, (int) ($given['undoDays'] ?? $settings->undoDays()), $contents),
        ));
    }

    /** Applies the workspace's rule now; else it is applied every hour. */
    #[OA\Post(path: '/workspaces/{workspace}/retention', operationId: 'applyRetention', responses: [new OA\Response(response: 200, description: 'how many versions went', content: new OA\JsonContent(properties: [
        new OA\Property(property: 'versions', type: 'integer'),
    ], type: 'object', required: ['versions']))])]
    public function apply(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        $gone = $this->retention->apply($workspace);
        RuleEntry::of($workspace, new By($person, (string) $request->ip()), Operation::RETENTION, static fn (): array => ['words' => $gone === 0 ? '' : "Let {$gone} versions go by the rule", 'result' => null]);

        return new JsonResponse(['versions' => $gone]);
    }

    #[OA\Get(path: '/workspaces/{workspace}/room', operationId: 'showRoom', responses: [new Ok('Room')])]
    public function room(Workspace $workspace, #[CurrentUser] User $person, RecoveryPoints $points): JsonResponse
    {
        $versions = DB::selectOne('select count(*) as versions from versions v join documents d on d.id = v.document_id where d.workspace_id = ?', [$workspace->id]);
        $bytes = DB::selectOne('select coalesce(sum(size), 0) as bytes from (select v.hash, max(v.size) as size from versions v join documents d on d.id = v.document_id where d.workspace_id = ? group by v.hash) as each_once', [$workspace->id]);
        $steps = StepList::roomOf($workspace->id);
        $kept = $points->room($workspace, $person);

        [$sessions, $crates, $pictures] = [Takers::sessions($workspace), Takers::crates($workspace), (new PictureFolder($workspace))->room()];

        return new JsonResponse(new RoomData(
            (int) $versions->versions, (int) $bytes->bytes, $steps['steps'], $steps['bytes'], $kept['points'], $kept['bytes'],
            $sessions['sessions'], $sessions['bytes'], $crates['crates'], $crates['bytes'], $pictures['pictures'], $pictures['bytes'],
            array_map(static fn (object $one): object => (object) [
                'document' => $one->id, 'path' => $one->path, 'title' => $one->title, 'versions' => (int) $one->versions, 'versionBytes' => (int) $one->version_bytes, 'steps' => (int) $one->steps, 'stepBytes' => (int) $one->step_bytes,
            ], Takers::documents($workspace)),
        ));
    }
}
