<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Drafts\UploadParts;
use App\Http\Front;
use App\Http\OpenApi\Body;
use App\Http\SessionFinder;
use App\Models\User;
use App\Models\Workspace;
use App\Sessions\Carrying\ExportFolder;
use App\Sessions\Carrying\ExportSession;
use App\Sessions\Carrying\ImportSession;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\Response;

/** Sessions as files: away from here, and in from elsewhere. */
final readonly class SessionCarryingController
{
    #[OA\Get(path: '/sessions/{session}/export', operationId: 'exportSession', parameters: [new OA\QueryParameter(name: 'stage', schema: new OA\Schema(type: 'integer'))], responses: [
        new OA\Response(response: 200, description: 'one ZIP file with session.json, the drafts and their steps', content: new OA\MediaType(mediaType: 'application/zip', schema: new OA\Schema(type: 'string', format: 'binary'))),
    ])]
    public function export(Request $request, int $session, #[CurrentUser] User $person, ExportSession $export, ExportFolder $folder): Response
    {
        $stage = SessionFinder::stage($request, $session, $person);
        $file = $folder->next();
        $export->to($stage, $person, $file);
        $name = (trim((string) preg_replace('~[^\pL\pN ._-]+~u', '-', $stage->session->name), ' .') ?: 'session').'.session.zip';
        $headers = ['Content-Type' => 'application/zip', 'Content-Disposition' => "attachment; filename*=UTF-8''".rawurlencode($name), 'Cache-Control' => 'private, no-store'];

        return Front::send($request, $file, $folder->path(), basename($file, '.zip'), $headers) ?? (new BinaryFileResponse($file, 200, $headers))->deleteFileAfterSend();
    }

    /** Takes in a session that was sent in parts; its drafts come as drafts of the session, and no file is written. */
    #[OA\Post(path: '/workspaces/{workspace}/sessions/import', operationId: 'importSession', requestBody: new Body([
        new OA\Property(property: 'part', type: 'string', description: 'an upload in parts that is whole'),
        new OA\Property(property: 'here', type: 'boolean', description: 'whether all of its documents are looked for in this workspace; else in those of the same names'),
    ], ['part']), responses: [new OA\Response(response: 201, description: 'taken in', content: new OA\JsonContent(properties: [
        new OA\Property(property: 'id', type: 'integer'), new OA\Property(property: 'session', type: 'string'), new OA\Property(property: 'documents', type: 'integer'), new OA\Property(property: 'drafts', type: 'integer'), new OA\Property(property: 'bytes', type: 'integer'),
        new OA\Property(property: 'unmatched', type: 'array', items: new OA\Items(properties: [
            new OA\Property(property: 'path', type: 'string'), new OA\Property(property: 'candidates', type: 'array', items: new OA\Items(type: 'string')),
        ], type: 'object', required: ['path', 'candidates'])),
    ], type: 'object', required: ['id', 'session', 'documents', 'drafts', 'bytes', 'unmatched']))])]
    public function import(Request $request, Workspace $workspace, #[CurrentUser] User $person, ImportSession $import, UploadParts $parts): JsonResponse
    {
        $given = $request->validate(['part' => 'required|string|max:40', 'here' => 'boolean']);
        $made = $import->from($parts->whole($workspace, $person, $given['part']), $person, ($given['here'] ?? false) ? $workspace : null);
        $parts->drop($workspace, $person, $given['part']);
        $stage = $made->stage;

        return new JsonResponse(['id' => $stage->session->id, 'session' => $stage->session->name, 'documents' => $stage->documents, 'drafts' => $stage->drafts, 'bytes' => $stage->bytes, 'unmatched' => $made->unmatched], 201);
    }
}
