<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Drafts\Locks;
use App\Http\Data\SettingsData;
use App\Http\ListOf;
use App\Http\NamingRuleReader;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\IfMatch;
use App\Http\OpenApi\Ok;
use App\Http\PersonsDay;
use App\Http\Revision;
use App\Models\User;
use App\Models\Workspace;
use App\Workspace\By;
use App\Workspace\ChainReader;
use App\Workspace\IncomingReader;
use App\Workspace\Index\Rereading;
use App\Workspace\Index\Scanner;
use App\Workspace\Index\ScanWorkspace;
use App\Workspace\RetentionReader;
use App\Workspace\Settings;
use Hafenbuch\Core\Charset\Labels;
use Hafenbuch\Core\Naming\CompanionRule;
use Hafenbuch\Core\Naming\NumberingScheme;
use Hafenbuch\Core\Path\Path;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use OpenApi\Attributes as OA;

/** A workspace's settings. Only what a request names is changed. */
final class SettingsController
{
    public const UNDO_DAYS = 'integer|min:1|max:3650';

    /** Of a document, after a save. */
    public const STEPS = 'integer|min:10|max:100000';

    #[OA\Get(path: '/workspaces/{workspace}/settings', operationId: 'showSettings', responses: [new Ok('Settings')])]
    public function show(Workspace $workspace): JsonResponse
    {
        $settings = Settings::of($workspace);

        return new JsonResponse(SettingsData::of($settings), 200, ['ETag' => Revision::tag($settings->revision())]);
    }

    #[OA\Patch(path: '/workspaces/{workspace}/settings', operationId: 'changeSettings', parameters: [new IfMatch], requestBody: new Body([
        new OA\Property(property: 'ignore', type: 'array', items: new OA\Items(type: 'string')),
        new OA\Property(property: 'follow', type: 'string', enum: ['nobody', 'quay', 'everyone']),
        new OA\Property(property: 'templates', type: 'string', nullable: true),
        new OA\Property(property: 'numbering', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'string')),
        new OA\Property(property: 'namingRules', type: 'object', additionalProperties: new OA\AdditionalProperties(ref: '#/components/schemas/NamingRule')),
        new OA\Property(property: 'retention', ref: '#/components/schemas/RetentionPolicy'),
        new OA\Property(property: 'secretNames', type: 'array', items: new OA\Items(type: 'string'), description: 'names of fields whose values crates should not give away, beside the usual ones'),
        new OA\Property(property: 'frontMatter', type: 'array', items: new OA\Items(type: 'string'), description: 'keys whose values are paths'),
        new OA\Property(property: 'charset', type: 'string', nullable: true, description: 'as the WHATWG Encoding Standard calls it'),
        new OA\Property(property: 'incoming', ref: '#/components/schemas/Incoming'), new OA\Property(property: 'companions', type: 'array', items: new OA\Items(type: 'string')),
        new OA\Property(property: 'autoLock', type: 'array', items: new OA\Items(type: 'string')), new OA\Property(property: 'lockMinutes', type: 'integer'), new OA\Property(property: 'release', ref: '#/components/schemas/Chain'),
        new OA\Property(property: 'undoDays', type: 'integer'), new OA\Property(property: 'steps', type: 'integer'),
    ]), responses: [new Ok('Settings')])]
    public function update(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        $revision = Revision::named($request);
        $given = $request->validate([
            'ignore' => ['sometimes', ListOf::texts(200, 200)], 'follow' => Rule::in(Settings::FOLLOW), 'templates' => 'nullable|string|max:4000',
            'numbering' => ['sometimes', ListOf::textsByName(50, 120)], 'namingRules' => 'array|max:200', ...NamingRuleReader::rules('namingRules.*'),
            ...RetentionReader::rules('retention'), ...IncomingReader::validation('incoming'), ...ChainReader::rules('release'), 'companions' => ['sometimes', ListOf::texts(100, 200)], 'frontMatter' => ['sometimes', ListOf::texts(100, 80)], 'secretNames' => ['sometimes', ListOf::texts(100, 80)], 'charset' => ['nullable', Rule::in(array_keys(Labels::KNOWN))], 'autoLock' => ['sometimes', ListOf::texts(200, 4000)], 'lockMinutes' => 'integer|min:1|max:'.(60 * Locks::LONGEST_HOURS), 'undoDays' => self::UNDO_DAYS, 'steps' => self::STEPS,
        ]);
        if (isset($given['templates'])) {
            $given['templates'] = Path::of(trim($given['templates'], '/ '))->value;
        }
        if (isset($given['autoLock'])) {
            $given['autoLock'] = array_values(array_unique(array_map(static fn (string $folder): string => trim($folder, '/ ') === '' ? '' : Path::of(trim($folder, '/ '))->value, $given['autoLock'])));
        }
        array_map(NumberingScheme::of(...), $given['numbering'] ?? []);
        array_map(CompanionRule::of(...), $given['companions'] ?? []);
        array_map(static fn (array $rule) => NamingRuleReader::read($rule, PersonsDay::of($request)), $given['namingRules'] ?? []);
        if (isset($given['retention'])) {
            $given['retention'] = RetentionReader::write(RetentionReader::policy($given['retention']));
        }
        if (isset($given['incoming'])) {
            $given['incoming'] = IncomingReader::checked($given['incoming']);
        }
        if (isset($given['release'])) {
            $given['release'] = ChainReader::write(ChainReader::chain($given['release']));
        }
        $settings = Settings::of($workspace);
        $mustScan = isset($given['ignore']) && $given['ignore'] !== $settings->ignore();
        $before = $settings->ways();
        $settings->set($given, new By($person, (string) $request->ip()), $revision);
        $isReadOtherwise = $settings->ways()->json() !== $before->json();
        if ($isReadOtherwise) {
            Rereading::everything($workspace);
        }
        if ($mustScan || $isReadOtherwise) {
            ScanWorkspace::dispatch(Scanner::queue($workspace)->id);
        }

        return $this->show($workspace);
    }
}
