<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\TemplateData;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\User;
use App\Models\Workspace;
use App\Naming\Numbers;
use App\Naming\Template;
use App\Naming\TemplateList;
use App\Support\Refused;
use App\Workspace\PathCheck;
use App\Workspace\Settings;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Naming\FileName;
use Hafenbuch\Core\Naming\NumberingScheme;
use Hafenbuch\Core\Path\Path;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** What new documents begin with, and how they are named. */
final class TemplateController
{
    #[OA\Get(path: '/workspaces/{workspace}/templates', operationId: 'listTemplates', responses: [new Ok('Template', list: true)])]
    public function index(Workspace $workspace, TemplateList $templates): JsonResponse
    {
        $schemes = Settings::of($workspace)->numbering();

        return new JsonResponse(array_map(static fn (Template $template): TemplateData => TemplateData::of($template, $schemes), $templates->of($workspace)));
    }

    #[OA\Post(path: '/workspaces/{workspace}/numbers', operationId: 'reserveNumber', requestBody: new Body([
        new OA\Property(property: 'format', type: 'string'),
    ], ['format']), responses: [new OA\Response(response: 200, description: 'the next free number, reserved for the asker', content: new OA\JsonContent(properties: [
        new OA\Property(property: 'number', type: 'integer'), new OA\Property(property: 'name', type: 'string', description: 'the number as the scheme writes it'),
    ], type: 'object', required: ['number', 'name']))])]
    public function reserve(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        $format = $request->validate(['format' => 'required|string|max:40'])['format'];
        $scheme = Settings::of($workspace)->numbering()[$format] ?? throw Refused::because("This workspace has no numbering scheme for {$format}. Set one in its settings.");
        $numbering = NumberingScheme::of($scheme);
        $number = Numbers::next($workspace, $numbering, $person);

        return new JsonResponse(['number' => $number, 'name' => $numbering->name($number)]);
    }

    #[OA\Get(path: '/workspaces/{workspace}/names', operationId: 'checkName', parameters: [
        new OA\QueryParameter(name: 'path', required: true, schema: new OA\Schema(type: 'string')),
    ], responses: [new OA\Response(response: 200, description: 'whether a new document can have the path', content: new OA\JsonContent(properties: [
        new OA\Property(property: 'obstacle', type: 'string', nullable: true, description: 'why not'),
        new OA\Property(property: 'remark', type: 'string', nullable: true, description: 'what is unusual about it'),
        new OA\Property(property: 'free', type: 'string', nullable: true, description: 'a path near it that can be had'),
    ], type: 'object', required: ['obstacle', 'remark', 'free']))])]
    public function check(Request $request, Workspace $workspace, FormatRegistry $formats): JsonResponse
    {
        $path = (string) $request->query('path', '');
        $check = new PathCheck($workspace, [$path]);
        $obstacle = $check->obstacle($path);
        $scheme = Settings::of($workspace)->numbering()[$formats->nameFor($path)] ?? null;
        $remark = $scheme !== null && NumberingScheme::of($scheme)->numberIn(FileName::of(Path::nameOf($path))->stem) === null
            ? "Names of this kind follow {$scheme} here; this one does not." : null;

        return new JsonResponse(['obstacle' => $obstacle, 'remark' => $remark, 'free' => $obstacle !== null && str_starts_with($obstacle, 'There is') ? $check->free($path) : null]);
    }
}
