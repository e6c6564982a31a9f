<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Devices\Device;
use App\Devices\RackClient;
use App\Devices\Replacing;
use App\Http\Data\DeviceData;
use App\Http\Data\DevicesData;
use App\Http\Data\EntryData;
use App\Http\Data\PlanData;
use App\Http\Data\ReplacedDeviceData;
use App\Http\Errors;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Http\ShownPlans;
use App\Models\User;
use App\Models\Workspace;
use App\Relink\StrayKind;
use App\Relink\StrayList;
use App\Support\Refused;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use OpenApi\Attributes as OA;

/** Devices that documents refer to: which are there, and others in their place. */
final readonly class DeviceController
{
    /** What a device can be called in an address. */
    public const NAME = '[a-z0-9-]{1,60}';

    public function __construct(private RackClient $rack, private Replacing $replacing) {}

    #[OA\Get(path: '/workspaces/{workspace}/devices', operationId: 'showDevices', responses: [new Ok('Devices')])]
    public function index(Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        try {
            [$known, $problem] = [$this->rack->devices(), null];
        } catch (Refused $silent) {
            [$known, $problem] = [[], $silent->getMessage()];
        }
        $known = array_combine(array_map(static fn (Device $one): string => $one->address, $known), $known);
        $references = [];
        foreach (StrayList::of($workspace, $person)->all() as $stray) {
            if ($stray->kind === StrayKind::Device) {
                $references[$stray->name()] = count($stray->places);
            }
        }
        $devices = array_map(static fn (Device $one): DeviceData => new DeviceData($one->address, $one->kind, $one->name, true, $one->isThere, $one->hasPicture, $references[$one->address] ?? 0), array_values($known));
        foreach (array_diff_key($references, $known) as $address => $count) {
            preg_match('~^(?:device:)?/*(.*?)/?([^/]*)$~', (string) $address, $match);
            $devices[] = new DeviceData((string) $address, $match[1] ?? '', $match[2] ?? '', false, false, false, $count);
        }
        $replaced = array_map(static fn (array $one): ReplacedDeviceData => new ReplacedDeviceData($one['entry']->id, $one['entry']->number, $one['old'], $one['new'], $one['references'], ($known[$one['old']] ?? null)->isThere ?? false), Replacing::holding($workspace));

        return new JsonResponse(new DevicesData($devices, $replaced, $problem));
    }

    /** What a device shows now: a picture, or its level as a number from 0 to 1. */
    #[OA\Get(path: '/workspaces/{workspace}/devices/{kind}/{name}/live', operationId: 'showDevice', parameters: [
        new OA\QueryParameter(name: 'level', description: 'its level in place of a picture', schema: new OA\Schema(type: 'boolean')),
    ], responses: [new OA\Response(response: 200, description: 'image/svg+xml, or a level', content: [new OA\MediaType(mediaType: 'image/svg+xml', schema: new OA\Schema(type: 'string')), new OA\MediaType(mediaType: 'application/json', schema: new OA\Schema(properties: [new OA\Property(property: 'level', type: 'number')], type: 'object', required: ['level']))])])]
    public function live(Request $request, Workspace $workspace, string $kind, string $name): Response|JsonResponse
    {
        if ($request->boolean('level')) {
            return new JsonResponse(['level' => $this->rack->level($kind, $name)]);
        }

        // It comes from another program, so it is shown as a picture and can do nothing else.
        return new Response($this->rack->picture($kind, $name), 200, ['Content-Type' => 'image/svg+xml', 'Cache-Control' => 'no-store', 'Content-Security-Policy' => "default-src 'none'; style-src 'unsafe-inline'; sandbox"]);
    }

    /** Only the stand-in rack, and racks that are switched by hand, do this. */
    #[OA\Put(path: '/workspaces/{workspace}/devices/{kind}/{name}', operationId: 'switchDevice', requestBody: new Body([new OA\Property(property: 'on', type: 'boolean')], ['on']), responses: [new OA\Response(response: 204, description: 'switched')])]
    public function update(Request $request, Workspace $workspace, string $kind, string $name): Response
    {
        $this->rack->switch($kind, $name, (bool) $request->validate(['on' => 'required|boolean'])['on']);

        return response()->noContent();
    }

    #[OA\Post(path: '/workspaces/{workspace}/devices/replace/plan', operationId: 'planDeviceReplacement', requestBody: new Body([new OA\Property(property: 'old', type: 'string'), new OA\Property(property: 'new', type: 'string')], ['old', 'new']), responses: [new Ok('Plan')])]
    public function plan(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate(self::rules());

        return ShownPlans::answer($workspace, $person, PlanData::prepared($this->replacing->plan($workspace, $person, $given['old'], $given['new'])));
    }

    #[OA\Post(path: '/workspaces/{workspace}/devices/replace', operationId: 'replaceDevice', requestBody: new Body([
        new OA\Property(property: 'old', type: 'string'), new OA\Property(property: 'new', type: 'string'), new OA\Property(property: 'fingerprint', type: 'string'), new OA\Property(property: 'note', type: 'string', nullable: true),
    ], ['old', 'new', 'fingerprint']), responses: [new Ok('Entry'), new OA\Response(response: 409, description: 'the plan has changed; both are in the answer')])]
    public function replace(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate([...self::rules(), 'fingerprint' => 'required|string|size:64', 'note' => 'nullable|string|max:2000']);
        $entry = $this->replacing->carryOut($workspace, $person, $given['old'], $given['new'], $given['fingerprint'], $given['note'] ?? null);

        return $entry === null ? Errors::respond(422, "Nothing refers to {$given['old']} any more.") : new JsonResponse(EntryData::of($entry));
    }

    /** @return array<string, string> */
    private static function rules(): array
    {
        return ['old' => 'required|string|max:300', 'new' => 'required|string|max:300'];
    }
}
