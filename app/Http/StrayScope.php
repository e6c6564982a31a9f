<?php

declare(strict_types=1);

namespace App\Http;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\Quay;
use App\Support\Refused;
use App\Workspace\Index\SnapshotReader;
use Illuminate\Http\Request;

/** Whose references a question on strays is about: one document's with all below it, those of what is open, or all. */
final readonly class StrayScope
{
    public function __construct(private SnapshotReader $snapshots) {}

    /** @return array<string, string> what a request may hold */
    public static function rules(): array
    {
        return ['of' => 'nullable|string|size:26', 'open' => 'nullable|boolean'];
    }

    /**
     * @return ?list<string> ids; null: all
     *
     * @throws Refused
     */
    public function documents(Request $request, Workspace $workspace, User $person): ?array
    {
        $given = $request->validate(self::rules());
        if (isset($given['of'])) {
            $id = Document::query()->kept()->where('workspace_id', $workspace->id)->find($given['of'])->id ?? throw Refused::because('The document is not in this workspace any more.');

            return [$id, ...$this->snapshots->unsaved($workspace)->graph()->below([$id])];
        }

        return ($given['open'] ?? false) ? (new Quay($workspace, $person))->all() : null;
    }
}
