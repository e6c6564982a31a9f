<?php

declare(strict_types=1);

namespace App\Http;

use App\Models\Document;
use App\Models\Workspace;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Plan\DecisionKind;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use OpenApi\Attributes as OA;

/** Reads the decisions of a request. */
#[OA\Schema(schema: 'Decision', required: ['document', 'kind'], properties: [
    new OA\Property(property: 'document', type: 'string'),
    new OA\Property(property: 'kind', type: 'string', enum: ['leave', 'save', 'discard', 'save as', 'copy', 'move', 'delete']),
    new OA\Property(property: 'over', type: 'string', nullable: true, description: 'the SHA-256 of a content on disk that may be replaced, or “gone”'),
    new OA\Property(property: 'path', type: 'string', description: 'the new path of a save as, a copy or a move'),
    new OA\Property(property: 'followers', type: 'array', items: new OA\Items(type: 'string'), description: 'the documents whose references follow a save as'),
    new OA\Property(property: 'together', type: 'boolean', description: 'copies point at one another in place of the originals'),
    new OA\Property(property: 'ofSaved', type: 'boolean', description: 'a copy is made of the saved content, in place of what is on the screen'),
    new OA\Property(property: 'accepted', type: 'array', items: new OA\Items(type: 'string'), description: 'paths of documents in which a stray is accepted'),
    new OA\Property(property: 'open', type: 'boolean', description: 'open a copy beside the original'),
])]
final class DecisionReader
{
    /** @return array<string, Decision> by document id */
    public static function read(Request $request, Workspace $workspace): array
    {
        $given = $request->validate([
            'decisions' => 'present|array|max:20000',
            'decisions.*.document' => 'required|string|size:26',
            'decisions.*.kind' => ['required', Rule::enum(DecisionKind::class)],
            'decisions.*.over' => 'nullable|string|max:64',
            'decisions.*.path' => 'nullable|string',
            'decisions.*.followers' => 'array',
            'decisions.*.followers.*' => 'string|size:26',
            'decisions.*.together' => 'boolean',
            'decisions.*.ofSaved' => 'boolean',
            'decisions.*.accepted' => 'array',
            'decisions.*.accepted.*' => 'string',
            'decisions.*.open' => 'boolean',
        ])['decisions'];
        $decisions = [];
        foreach ($given as $decision) {
            $decisions[$decision['document']] = self::decision($decision);
        }
        self::refuseUnknown($workspace, array_map(strval(...), array_keys($decisions)));

        return $decisions;
    }

    /** @param array<string, mixed> $given */
    private static function decision(array $given): Decision
    {
        $over = $given['over'] ?? null;
        $path = fn (): string => Path::of((string) ($given['path'] ?? ''))->value;

        return match (DecisionKind::from($given['kind'])) {
            DecisionKind::Leave => Decision::leave(),
            DecisionKind::Save => Decision::save($over),
            DecisionKind::Discard => Decision::discard(),
            DecisionKind::SaveAs => Decision::saveAs($path(), array_values($given['followers'] ?? []), $over),
            DecisionKind::Copy => Decision::copy($path(), $given['together'] ?? false, $given['ofSaved'] ?? false, $over),
            DecisionKind::Move => Decision::move($path(), array_values($given['accepted'] ?? [])),
            DecisionKind::Delete => Decision::delete(array_values($given['accepted'] ?? [])),
        };
    }

    /** @param list<string> $ids */
    private static function refuseUnknown(Workspace $workspace, array $ids): void
    {
        $known = 0;
        foreach (array_chunk($ids, 1000) as $chunk) {
            $known += Document::query()->kept()->where('workspace_id', $workspace->id)->whereIn('id', $chunk)->count();
        }
        if ($known !== count($ids)) {
            throw ValidationException::withMessages(['decisions' => 'A decision names a document that is not in this workspace any more. Load the quay again.']);
        }
    }
}
